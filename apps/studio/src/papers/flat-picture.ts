/** Longer side that a drawing of lines is made into pixels at. */
const LONGEST = 2000;

/** An SVG's own longer side says nothing of how finely it is drawn. */
export const isSvg = (file: File): boolean => file.type === 'image/svg+xml' || /\.svg$/i.test(file.name);

/**
 * An SVG as a picture of pixels on white paper. The browser shows it as a picture: nothing in it runs, and it
 * fetches nothing.
 * @throws Error where it is none, or has no size
 */
export async function flatPicture(file: File): Promise<File> {
  const address = URL.createObjectURL(new Blob([await file.arrayBuffer()], { type: 'image/svg+xml' }));
  try {
    const image = new Image();
    image.src = address;
    await image.decode();
    const by = LONGEST / Math.max(image.naturalWidth, image.naturalHeight);
    if (!Number.isFinite(by)) throw new Error('It has no size.');
    const canvas = document.createElement('canvas');
    canvas.width = Math.max(1, Math.round(by * image.naturalWidth));
    canvas.height = Math.max(1, Math.round(by * image.naturalHeight));
    const context = canvas.getContext('2d');
    if (!context) throw new Error('This browser cannot draw it.');
    context.fillStyle = '#ffffff';
    context.fillRect(0, 0, canvas.width, canvas.height);
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'));
    if (!blob) throw new Error('This browser cannot make a picture of it.');
    return new File([blob], file.name.replace(/\.svg$/i, '.png'), { type: 'image/png' });
  } finally {
    URL.revokeObjectURL(address);
  }
}

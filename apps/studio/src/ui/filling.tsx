/** A picture that fills its place. */
export function Filling({ source }: { readonly source: string }) {
  return <img src={source} alt="" style={{ width: '100%', height: '100%', objectFit: 'cover' }} />;
}

/** Fetches a file and hands it to the browser to keep. Throws with the desk's own sentence. */
export async function saveFile(address: string, name: string): Promise<void> {
  const response = await fetch(address);
  if (!response.ok) {
    const { sentence } = (await response.json().catch(() => ({ sentence: 'The desk does not answer.' }))) as {
      sentence: string;
    };
    throw new Error(sentence);
  }
  const link = document.createElement('a');
  link.href = URL.createObjectURL(await response.blob());
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

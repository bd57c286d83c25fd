/** The middle value, or what lies between the two middle ones; null where there are none. */
export function median(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const half = (sorted.length - 1) / 2;
  return ((sorted[Math.floor(half)] as number) + (sorted[Math.ceil(half)] as number)) / 2;
}

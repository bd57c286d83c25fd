/** A row of the table: what was measured, what it must reach, and whether it does. */
export function row(what: string, measured: string, bar: string, reached: boolean | null = null): void {
  const verdict = reached === null ? '      ' : reached ? 'ok    ' : 'MISSED';
  console.log(`${verdict} ${what.padEnd(66)} ${measured.padStart(22)}   ${bar}`);
  if (reached === false) process.exitCode = 1;
}

export function quantile(values: readonly number[], q: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? NaN;
}

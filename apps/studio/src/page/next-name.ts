/** The first offered name that is not given yet; null once all are. */
export function nextName(offered: readonly string[], used: ReadonlySet<string>): string | null {
  return offered.find((name) => !used.has(name)) ?? null;
}

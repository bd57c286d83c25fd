/** A length of time as one says it. @param ms milliseconds */
export function spokenTime(ms: number): string {
  const seconds = Math.round(ms / 1000);
  if (seconds >= 3600) return `${Math.floor(seconds / 3600)} h${Math.round((seconds % 3600) / 60) ? ` ${Math.round((seconds % 3600) / 60)} min` : ''}`;
  return seconds < 120 && seconds !== 60 ? `${seconds} s` : `${Math.floor(seconds / 60)} min${seconds % 60 ? ` ${seconds % 60} s` : ''}`;
}

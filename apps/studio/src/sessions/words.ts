/** What a block's length is good for, by its seconds. */
export function goodFor(seconds: number): string {
  if (seconds <= 60) return 'movement first';
  if (seconds <= 300) return 'construction';
  if (seconds <= 1200) return 'values';
  return 'study';
}

export function minutesAndSeconds(ms: number): string {
  const seconds = Math.max(0, Math.ceil(ms / 1000));
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}

export function spoken(ms: number): string {
  const seconds = Math.round(ms / 1000);
  return seconds < 120 ? `${seconds} s` : `${Math.floor(seconds / 60)} min${seconds % 60 ? ` ${seconds % 60} s` : ''}`;
}

/**
 * A length of time as one says it, to the second; short ones in seconds alone. Typed again, it reads as the
 * same (`readTime`).
 * @param ms milliseconds
 */
export function spokenTime(ms: number): string {
  const whole = Math.round(ms / 1000);
  if (whole < 120 && whole !== 60) return `${whole} s`;
  const [hours, minutes, seconds] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60];
  return [hours ? `${hours} h` : '', minutes ? `${minutes} min` : '', seconds ? `${seconds} s` : '']
    .filter((part) => part !== '')
    .join(' ');
}

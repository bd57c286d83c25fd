/** Days and moments as they are said on the screen: with their year where it is not this one. */

// Made once: to make one takes longer than to show a card.
const format = (how: Intl.DateTimeFormatOptions): Intl.DateTimeFormat =>
  new Intl.DateTimeFormat('en-GB', how);
const DATE = format({ day: 'numeric', month: 'short' });
const DATE_OF_YEAR = format({ day: 'numeric', month: 'short', year: 'numeric' });
const WEEKDAY = format({ weekday: 'short' });
const TIME = format({ hour: '2-digit', minute: '2-digit' });

const dateWords = (day: Date, now: Date): string =>
  (day.getFullYear() === now.getFullYear() ? DATE : DATE_OF_YEAR).format(day);

/** A day, its weekday first. @param at milliseconds since 1970, or a date */
export function dayWords(at: number | Date, now = new Date()): string {
  const day = new Date(at);
  return `${WEEKDAY.format(day)} ${dateWords(day, now)}`;
}

/** A moment to the minute. @param at milliseconds since 1970, or a date */
export function momentWords(at: number | Date, now = new Date()): string {
  const day = new Date(at);
  return `${dateWords(day, now)}, ${TIME.format(day)}`;
}

const DAY = /^(\d{4})-(\d{2})-(\d{2})$/;

/**
 * When a day begins where one is, milliseconds since 1970.
 * @param day as a calendar gives it, such as 2026-11-27; null for what is none
 * @param later so many days later
 */
export function dayBegins(day: string, later = 0): number | null {
  const [, year, month, date] = DAY.exec(day)?.map(Number) ?? [];
  if (year === undefined || month === undefined || date === undefined) return null;
  const begins = new Date(year, month - 1, date + later);
  return Number.isNaN(begins.getTime()) ? null : begins.getTime();
}

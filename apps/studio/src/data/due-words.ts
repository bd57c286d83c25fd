import { dayBegins, dayWords } from './date-words';

/** By when, as it is said; empty where there is time. */
export function dueWords(due: string | null, now = new Date()): string {
  const [day, over] = [due ? dayBegins(due) : null, due ? dayBegins(due, 1) : null];
  if (day === null || over === null) return '';
  return now.getTime() < over ? `by ${dayWords(day, now)}` : `was due ${dayWords(day, now)}`;
}

/** Longest beginning of a text that is shown in a line or two. */
const LONGEST = 80;

/** The first line of a text, cut after a word where it is long. */
export function firstWords(text: string): string {
  const [line = ''] = text.split('\n');
  return line.length <= LONGEST
    ? line
    : `${line.slice(0, line.lastIndexOf(' ', LONGEST) + 1 || LONGEST).trim()} …`;
}

const UNITS: Readonly<Record<string, number>> = {
  s: 1,
  sec: 1,
  second: 1,
  seconds: 1,
  m: 60,
  min: 60,
  minute: 60,
  minutes: 60,
  h: 3600,
  hour: 3600,
  hours: 3600,
};

/**
 * A length of time as people type it: `90`, `90 s`, `1:30`, `1:02:30`, `2 min`, `1.5 min`, `1 min 30 s`.
 * A bare number is seconds; a decimal comma is taken as a point.
 * @returns seconds, whole; null where it is no time, or none at all
 */
export function readTime(typed: string): number | null {
  const text = typed
    .trim()
    .toLowerCase()
    .replace(/(\d),(\d)/g, '$1.$2');
  const seconds = readClock(text) ?? readParts(text);
  return seconds !== null && seconds >= 0.5 ? Math.round(seconds) : null;
}

function readClock(text: string): number | null {
  const found = /^(?:(\d+):)?(\d+):([0-5]?\d)$/.exec(text);
  if (!found) return null;
  const [, hours = '0', minutes = '0', seconds = '0'] = found;
  return Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds);
}

function readParts(text: string): number | null {
  if (/^\d+(\.\d+)?$/.test(text)) return Number(text);
  if (!/^(\d+(\.\d+)?\s*[a-z]+\.?\s*)+$/.test(text)) return null;
  let sum = 0;
  for (const [, value, unit] of text.matchAll(/(\d+(?:\.\d+)?)\s*([a-z]+)/g)) {
    const by = UNITS[unit as string];
    if (by === undefined) return null;
    sum += Number(value) * by;
  }
  return sum;
}

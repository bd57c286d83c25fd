import type { Id } from './things.ts';

const FORM = /^[0-9a-f]{32}$/;

/** Whether a value is an id: 32 hexadecimal digits, small letters. */
export const isId = (value: unknown): value is Id => typeof value === 'string' && FORM.test(value);

/** Writes 16 random bytes as an id. Throws a RangeError for another number of them. */
export function idOf(bytes: Uint8Array): Id {
  if (bytes.length !== 16) throw new RangeError('An id is made of 16 bytes.');
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** A number as people type it: with a comma or a point, spaces allowed. NaN where it is none. */
export const readNumber = (text: string): number =>
  text.trim() === '' ? NaN : Number(text.trim().replace(',', '.').replace('−', '-'));

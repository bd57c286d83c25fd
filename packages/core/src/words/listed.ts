/** Names as one would say them: "a, b and c"; the one alone, or nothing. */
export const listed = (names: readonly string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) as string}`;

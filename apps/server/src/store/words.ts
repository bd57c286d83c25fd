/** What is sought, word by word, as patterns for `like` over text in small letters. None for no words. */
export const patternsOf = (sought = ''): string[] =>
  sought
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
    .map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`);

/** Names in a row, of many the first three and how many more there are. */
export const nameList = (names: readonly string[]): string =>
  names.length > 3 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ');

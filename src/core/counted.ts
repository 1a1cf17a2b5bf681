/** A number of things in words: `1 sheet`, `3 sheets`. */
export const counted = (count: number, thing: string): string => `${count} ${thing}${count === 1 ? '' : 's'}`;

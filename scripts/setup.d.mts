export const CHROMIUM: string;
export function say(text: string): void;

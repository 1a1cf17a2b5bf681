export function ensureWritable(folder: string): void;
export function lackOfRoom(folder: string, least?: number): string | undefined;

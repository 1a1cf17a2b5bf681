export function freePort(from: number): Promise<number>;
export function stopMariadb(folder: string): Promise<void>;
export function startMariadb(
  folder: string,
  options: { port: number; databases: string[]; durable?: boolean },
): Promise<{ port: number; pid: number; url(database: string): string; stop(): Promise<void> }>;

export function startApplication(options: {
  port: number;
  buildFolder: string;
  database: string;
  dev?: boolean;
  quiet?: boolean;
}): Promise<{ address: string; pid: number; exited: Promise<unknown>; stop(): Promise<void> }>;

export function startApplication(options: {
  port: number;
  buildFolder: string;
  database: string;
  modelStore?: string;
  dev?: boolean;
  quiet?: boolean;
}): Promise<{ address: string; pid: number; exited: Promise<unknown>; stop(): Promise<void> }>;
export function startWorker(options: { database: string; modelStore?: string }): { stop(): Promise<void> };
export function startModelStore(options: {
  port: number;
  data?: string;
}): Promise<{ address: string; stop(): Promise<void> }>;

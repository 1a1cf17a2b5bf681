export function startApplication(options: {
  port: number;
  buildFolder: string;
  database: string;
  modelStore?: string;
  secret?: string;
  demo?: boolean;
  dev?: boolean;
  quiet?: boolean;
}): Promise<{ address: string; pid: number; exited: Promise<unknown>; stop(): Promise<void> }>;
export function signInAs(
  role: 'reader' | 'drafter' | 'checker' | 'administrator',
  context: {
    request: {
      post(address: string, options: { data: unknown }): Promise<{ ok(): boolean; text(): Promise<string> }>;
    };
  },
  address: string,
): Promise<void>;
export function startWorker(options: { buildFolder?: string; database: string; modelStore?: string }): {
  stop(): Promise<void>;
};
export function startModelStore(options: {
  port: number;
  data?: string;
}): Promise<{ address: string; stop(): Promise<void> }>;

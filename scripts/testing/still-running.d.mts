export class StillRunning {
  constructor(options?: { minute?: number; tell?: (line: string) => void; end?: () => void });
  begin(key: string, words: string): void;
  end(key: string): void;
  close(): void;
}

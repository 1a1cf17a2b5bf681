interface Part {
  exited: Promise<unknown>;
  stop(): Promise<unknown>;
}

export function keepRunning<P extends Part>(
  name: string,
  start: (before?: P) => Promise<P> | P,
  how: {
    onGivenUp: () => void;
    isStopping: () => boolean;
    hindrance?: () => string | undefined;
    look?: number;
    pause?: number;
  },
): Promise<{ first: P; stop(): Promise<void> }>;

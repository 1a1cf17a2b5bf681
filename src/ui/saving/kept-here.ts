/** Something that a screen keeps in this browser until the server has it, under a name of its own. */
export class KeptHere<T> {
  constructor(private readonly name: string) {}

  /** Keeps it, or forgets what was kept. */
  put(value: T | undefined): void {
    if (value === undefined) localStorage.removeItem(this.name);
    else localStorage.setItem(this.name, JSON.stringify({ version: VERSION, value }));
  }

  /** What an earlier visit left, unless it is of a version that is not known. */
  get(): T | undefined {
    try {
      const kept = JSON.parse(localStorage.getItem(this.name) ?? 'null') as { version?: number; value: T } | null;
      return kept?.version === VERSION ? kept.value : undefined;
    } catch {
      return undefined;
    }
  }
}

/** The version of what is kept. */
const VERSION = 2;

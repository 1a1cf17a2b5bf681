/** What is typed into: the element that has the focus, and how a text is put in and a character taken away where its cursor is. */
export interface Typed {
  element: HTMLElement;
  insert: (text: string) => void;
  erase: () => void;
}

/** A key or a paste that came before what it is meant for was there. */
type Waiting = { paste: string } | Pick<KeyboardEvent, 'key' | 'code' | 'shiftKey' | 'ctrlKey' | 'metaKey' | 'altKey'>;

const MODIFIERS = new Set(['Shift', 'Control', 'Alt', 'Meta', 'AltGraph', 'CapsLock']);

/**
 * From the moment a cell is to be typed in on, every key goes to the editor that is opening, in the order in which they were typed:
 * none is lost, and none runs as a command of the board, however slowly the editor comes.
 */
export class TypingAhead {
  private readonly waiting: Waiting[] = [];
  private open: { place: string; typed: Typed } | undefined;
  private replaying = false;

  /** @param wanted where typing goes now: undefined when nothing is typed in */
  constructor(private readonly wanted: () => string | undefined) {}

  /** Listens before anything else does. @returns ends it */
  listen(): () => void {
    const onKey = (event: KeyboardEvent) => this.onKey(event);
    const onPaste = (event: ClipboardEvent) => this.onPaste(event);
    window.addEventListener('keydown', onKey, true);
    window.addEventListener('paste', onPaste, true);
    return () => {
      window.removeEventListener('keydown', onKey, true);
      window.removeEventListener('paste', onPaste, true);
    };
  }

  /** An editor is there and has the focus: what was typed for it goes into it. @returns called when it goes */
  opened(place: string, typed: Typed): () => void {
    const own = { place, typed };
    this.open = own;
    this.replay();
    return () => {
      if (this.open === own) this.open = undefined;
    };
  }

  /** There is nothing to type in after all: what was typed for it is nobody's. */
  dropped(): void {
    this.waiting.length = 0;
  }

  private isOpening(event: Event): boolean {
    const place = this.wanted();
    if (!event.isTrusted || this.replaying || place === undefined) return false;
    return this.waiting.length > 0 || this.open?.place !== place;
  }

  private onKey(event: KeyboardEvent): void {
    if (!this.isOpening(event)) return;
    event.stopImmediatePropagation();
    // Pasting is heard of as such.
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'v') return;
    event.preventDefault();
    if (MODIFIERS.has(event.key)) return;
    const { key, code, shiftKey, ctrlKey, metaKey, altKey } = event;
    this.waiting.push({ key, code, shiftKey, ctrlKey, metaKey, altKey });
  }

  private onPaste(event: ClipboardEvent): void {
    if (!this.isOpening(event)) return;
    event.stopImmediatePropagation();
    event.preventDefault();
    this.waiting.push({ paste: event.clipboardData?.getData('text/plain') ?? '' });
  }

  private replay(): void {
    if (this.replaying) return;
    this.replaying = true;
    try {
      while (this.waiting.length > 0) {
        const place = this.wanted();
        // The next editor takes the rest; when typing has ended, it is the board's.
        if (place !== undefined && this.open?.place !== place) return;
        perform(this.waiting.shift()!, place === undefined ? undefined : this.open!.typed);
      }
    } finally {
      this.replaying = false;
    }
  }
}

/** Does what a key or a paste does in an editor; without one, on the board. */
function perform(waiting: Waiting, typed: Typed | undefined): void {
  if ('paste' in waiting) {
    typed?.insert(waiting.paste);
    return;
  }
  const target = typed?.element ?? document.activeElement ?? document.body;
  const isHandled = !target.dispatchEvent(
    new KeyboardEvent('keydown', { ...waiting, bubbles: true, cancelable: true }),
  );
  if (isHandled || !typed || waiting.ctrlKey || waiting.metaKey) return;
  if ([...waiting.key].length === 1) typed.insert(waiting.key);
  else if (waiting.key === 'Backspace') typed.erase();
}

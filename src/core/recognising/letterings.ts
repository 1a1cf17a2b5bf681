import type { Ink } from '../format/document';
import type { Lettering, LetteringStyle } from '../lettering/style';
import { fontFor } from './known-fonts';
import type { SheetText } from './texts';

export type Role = 'caption' | 'value' | 'zone';

/** Most styles that a drawing's texts are gathered into; what is rarer differs from one of them in its cell. */
const MOST_STYLES = 12;

type Look = Pick<Lettering, 'font' | 'height' | 'letterWidth' | 'weight' | 'slantDeg'> & { ink: string };

/** Heights as people give them: to a tenth where they are nearly that. */
const tidyHeight = (mm: number): number => {
  const rounded = Math.round(mm * 10) / 10;
  return Math.abs(rounded - mm) < 0.03 ? rounded : Math.round(mm * 100) / 100;
};

function lookOf(text: Pick<SheetText, 'font' | 'height' | 'letterWidth' | 'bold' | 'slantDeg' | 'ink'>): Look {
  const width = Math.round(text.letterWidth * 20) / 20;
  return {
    font: fontFor(text.font),
    height: Math.min(100, Math.max(0.5, tidyHeight(text.height))),
    letterWidth: Math.min(3, Math.max(0.3, width)),
    weight: text.bold ? 'bold' : 'regular',
    slantDeg: Math.min(30, Math.max(0, Math.round(text.slantDeg))),
    ink: text.ink,
  };
}

/** The lettering styles and inks of a drawing's texts. */
export class Letterings {
  readonly styles: LetteringStyle[] = [];
  private readonly byKey = new Map<string, LetteringStyle>();

  constructor(
    texts: readonly { text: SheetText; role: Role }[],
    private readonly inks: Inks,
  ) {
    const counts = new Map<string, { count: number; look: Look; roles: Map<Role, number> }>();
    for (const { text, role } of texts) {
      const look = lookOf(text);
      const key = keyOf(look);
      const entry = counts.get(key) ?? { count: 0, look, roles: new Map() };
      entry.count++;
      entry.roles.set(role, (entry.roles.get(role) ?? 0) + 1);
      counts.set(key, entry);
    }
    const common = [...counts].sort((a, b) => b[1].count - a[1].count).slice(0, MOST_STYLES);
    const names = new Set<string>();
    for (const [key, { look, roles }] of common) {
      const role = [...roles].sort((a, b) => b[1] - a[1])[0]![0];
      const usual = { caption: 'Caption', value: look.height >= 4.5 ? 'Title' : 'Value', zone: 'Zone' }[role];
      let name = names.has(usual) ? `${usual} ${look.height}` : usual;
      for (let n = 2; names.has(name); n++) name = `${usual} ${look.height} (${n})`;
      names.add(name);
      const { ink, ...rest } = look;
      const style: LetteringStyle = {
        id: `lettering-${this.styles.length + 1}`,
        name: name.slice(0, 60),
        ...rest,
        case: 'as written',
        ink: inks.idOf(ink),
        lineDistance: 1.5,
      };
      this.styles.push(style);
      this.byKey.set(key, style);
    }
  }

  /** The style of a text, and what of it is otherwise. */
  of(text: SheetText): { lettering: string; override?: Partial<Lettering> } {
    const look = lookOf(text);
    const exact = this.byKey.get(keyOf(look));
    if (exact) return { lettering: exact.id };
    const nearest = this.styles.toSorted(
      (a, b) => Math.abs(a.height - look.height) - Math.abs(b.height - look.height),
    )[0]!;
    const own: Partial<Lettering> = { ...look, ink: this.inks.idOf(look.ink) };
    const override = Object.fromEntries(
      Object.entries(own).filter(([key, value]) => nearest[key as keyof Lettering] !== value),
    );
    return { lettering: nearest.id, override };
  }
}

const keyOf = ({ font, height, letterWidth, weight, slantDeg, ink }: Look) =>
  [font, height, letterWidth, weight, slantDeg, ink].join('|');

/** The colours of a drawing as inks. */
export class Inks {
  readonly list: Ink[] = [{ id: 'black', name: 'Black', colour: '#000000' }];
  private readonly ids = new Map([['#000000', 'black']]);

  idOf(colour: string): string {
    const known = this.ids.get(colour);
    if (known !== undefined) return known;
    // A sheet is printed in few colours; what is more is black.
    if (this.list.length >= 12) return 'black';
    const id = `ink-${this.list.length + 1}`;
    this.list.push({ id, name: `Colour ${this.list.length + 1}`, colour });
    this.ids.set(colour, id);
    return id;
  }
}

import type { Drawn } from '../exchange/reading/drawn';
import { MOST } from '../format/bounds';
import type {
  AskedValue,
  Block,
  Cell,
  Content,
  Dock,
  FigureShape,
  FormatDocument,
  Line,
  Part,
  Place,
  Track,
} from '../format/document';
import type { Length, LengthValue } from '../format/length-value';
import { startBlank, startFromStandard } from '../format/starting';
import { usualQuestions } from '../format/usual-questions';
import type { FitStep } from '../lettering/style';
import type { Box } from '../geometry/box';
import { overlaps, right, top } from '../geometry/box';
import { type LengthUnit, MM_PER_INCH, roundLength, trimNumber } from '../geometry/length';
import { STANDARD_SIZES } from '../sheet/sizes';
import type { LineLook } from './border';
import { Inks, Letterings, type Role } from './letterings';
import { type VectorCut, vectorOf } from './pictures';
import { type BlockFound, type CellFound, type Recognition, sheetLettering } from './recognition';
import { NO_TEXT, type SheetText, textBox } from './texts';

/** A recognised sheet as a format, with the pictures it needs. */
export interface Built {
  document: FormatDocument;
  /** Vector pictures by the hash of their SVG. */
  pictures: Map<string, string>;
}

/** Widths of lines where a drawing says none, mm. */
const WIDE = 0.7;
const NARROW = 0.35;

/**
 * The format of a recognised sheet: one size, its border, blocks docked in their corners and on one another, cells with captions, contents
 * and plans for text that does not fit.
 */
export function builtFormat(
  recognition: Recognition,
  drawn: readonly Drawn[],
  { id, name, unit, keepRest }: { id: string; name: string; unit: LengthUnit; keepRest: boolean },
  newId: () => string,
): Built {
  return new Builder(recognition, drawn, unit, newId).format(id, name, keepRest);
}

/** A column of a table that is wider than this wraps its text: its row grows, mm. */
const WRAPS_FROM = 25;

const planFor = (wraps: boolean): FitStep[] => [
  ...(wraps
    ? [
        { kind: 'squeeze' as const, least: 0.85 },
        { kind: 'wrap' as const, lines: 3 },
      ]
    : []),
  { kind: 'squeeze', least: 0.65 },
];

class Builder {
  private readonly inks = new Inks();
  private readonly letterings: Letterings;
  private readonly pictures = new Map<string, string>();
  private readonly questions = new Map<string, AskedValue>();

  constructor(
    private readonly recognition: Recognition,
    private readonly drawn: readonly Drawn[],
    private readonly unit: LengthUnit,
    private readonly newId: () => string,
  ) {
    this.letterings = new Letterings(this.texts(), this.inks);
  }

  format(id: string, name: string, keepRest: boolean): Built {
    const { border, sheet, blocks } = this.recognition;
    const base = this.base(id, name);
    const size = base.sizes[0]!.id;
    const ids = blocks.map(() => this.newId());
    const made = blocks.map((block, i) => this.block(block, ids[i]!, this.dockOf(i, ids)));
    const loose = this.recognition.looseTexts.map((group) => this.looseText(group));
    const rest = keepRest && this.recognition.rest.length > 0 ? this.restBlock() : undefined;
    const all = [...made, ...loose, ...(rest ? [rest] : [])].slice(0, MOST.blocks);
    const { space, frame, zones, centring, trimming, designation } = border;
    const lettered = sheetLettering(border);
    const zoneLettering = lettered ? this.letterings.of(asText(lettered)).lettering : this.letterings.styles[0]!.id;
    const asked = [...this.questions.values()];
    const usual = usualQuestions(all).filter(({ key }) => !this.questions.has(key));
    const document: FormatDocument = {
      ...base,
      margins: {
        left: this.length(space.x),
        right: this.length(sheet.width - right(space)),
        bottom: this.length(space.y),
        top: this.length(sheet.height - top(space)),
      },
      frame: frame ? this.line(frame, WIDE) : { ...this.line({ ink: '#000000' }, WIDE), hidden: true },
      zones: zones
        ? {
            shown: true,
            rule: { base: zones.rule },
            lettersAlong: zones.lettersAlong,
            verticalRuns: zones.verticalRuns,
            horizontalRuns: zones.horizontalRuns,
            omit: zones.omit,
            edges: { base: zones.edges },
            band: this.length(zones.band),
            border: zones.border
              ? this.line(zones.border, NARROW)
              : { ...this.line({ ink: '#000000' }, NARROW), hidden: true },
            ticks: this.line(zones.ticks ?? { ink: '#000000' }, NARROW),
            lettering: zoneLettering,
          }
        : { ...base.zones, shown: false, lettering: zoneLettering },
      marks: {
        centring: {
          ...base.marks.centring,
          shown: centring !== undefined,
          ...(centring && { inside: this.length(centring.inside), line: this.line(centring.line, WIDE) }),
        },
        trimming: {
          ...base.marks.trimming,
          shown: trimming !== undefined,
          ...(trimming && {
            length: this.length(trimming.length),
            width: this.length(trimming.width),
            ink: this.inks.idOf(trimming.ink),
          }),
        },
        designation: {
          shown: designation !== undefined,
          lettering: designation ? this.letterings.of(asText(designation)).lettering : zoneLettering,
        },
      },
      letterings: this.letterings.styles,
      inks: this.inks.list,
      asked: [...asked, ...usual].slice(0, MOST.asked),
      blocks: all,
      mainSize: size,
    };
    return { document, pictures: this.pictures };
  }

  private base(id: string, name: string): FormatDocument {
    const { sheet } = this.recognition;
    const known = STANDARD_SIZES.find((size) => size.id === sheet.standard);
    if (known) {
      const started = startFromStandard(
        { id, name, standard: known.standard, sizes: [known.id], zones: false, titleBlock: 'none', unit: this.unit },
        this.newId,
      );
      if (started.ok) return started.document;
    }
    const blank = startBlank({ id, name });
    const size = {
      id: 'custom-1',
      name: sheet.name,
      width: this.lengthValue(sheet.width),
      height: this.lengthValue(sheet.height),
    };
    return { ...blank, unit: this.unit, sizes: [size], mainSize: size.id };
  }

  /** Every text that becomes lettering, by what it is. */
  private texts(): { text: SheetText; role: Role }[] {
    const { blocks, looseTexts, border } = this.recognition;
    const inCells = blocks.flatMap(({ cells }) =>
      cells.flatMap(({ caption, content }) => [
        ...(caption ? [{ text: caption, role: 'caption' as const }] : []),
        ...content.map(({ text }) => ({ text, role: 'value' as const })),
      ]),
    );
    const outside = looseTexts.flatMap(({ lines }) => lines.map((text) => ({ text, role: 'value' as const })));
    const sheet = [border.zones?.letters, border.designation].flatMap((text) =>
      text ? [{ text: asText(text), role: 'zone' as const }] : [],
    );
    const all = [...inCells, ...outside, ...sheet];
    return all.length > 0 ? all : [{ text: NO_TEXT, role: 'value' }];
  }

  private length(mm: number): Length {
    return this.lengthValue(mm);
  }

  private lengthValue(mm: number): LengthValue {
    const tidy = tidied(mm, this.unit);
    return this.unit === 'in' ? { mm: tidy, entered: `${trimNumber(tidy / MM_PER_INCH, 4)} in` } : tidy;
  }

  private line({ width, ink }: LineLook, usual: number): Line {
    const mm = Math.min(5, Math.max(0.05, Math.round((width ?? usual) * 1000) / 1000));
    return { width: mm, ink: this.inks.idOf(ink || '#000000'), type: 'continuous' };
  }

  private block(found: BlockFound, id: string, dock: Dock): Block {
    const columns = this.tracks(found.columns);
    const rows = this.tracks(found.rows);
    const { outline, inside, edges } = found.lines;
    const inner = this.line(inside, NARROW);
    const track = (axis: 'column' | 'row', i: number) => (axis === 'column' ? columns : rows)[i];
    return {
      id,
      name: found.name,
      role: found.role,
      columns,
      rows,
      cells: found.cells.map((cell) => this.cell(cell, found)),
      lines: {
        outline: this.line(outline, outline === inside ? NARROW : WIDE),
        inside: inner,
        edges: edges.flatMap(({ axis, line, at, look }) => {
          const along = track(axis === 'column' ? 'row' : 'column', at);
          if (!along) return [];
          const own = look === 'hidden' ? { ...inner, hidden: true } : this.line(look, NARROW);
          return [{ axis, after: line === 0 ? null : track(axis, line - 1)!.id, at: along.id, line: own }];
        }),
      },
      dock,
      width: 'sum',
      height: 'sum',
      turn: found.turn,
      condition: {},
      ...(found.table && {
        grow: {
          rows: found.table.rows,
          direction: found.table.direction,
          least: found.table.blank,
          most: { base: Math.min(MOST.rows, Math.max(10, found.table.shown)) },
          whenFull: found.table.rows === 'revisions' ? ('newest only' as const) : ('following sheet' as const),
          ...(found.table.rows === 'parts' && { parts: { kind: 'components' as const } }),
        },
      }),
    };
  }

  /** Tracks whose sizes add up to where their lines are: each is rounded together with what was rounded before it. */
  private tracks(sizes: readonly number[]): Track[] {
    let [sum, before] = [0, 0];
    return sizes.map((size) => {
      sum += size;
      const end = tidied(sum, this.unit);
      const own = Math.max(0.5, roundLength(end - before));
      before = end;
      return { id: this.newId(), size: this.lengthValue(own) };
    });
  }

  /** The cell, with its texts where they stand. */
  private cell(found: CellFound, block: BlockFound): Cell {
    const { field, caption, content, drawn } = found;
    const turn = ((found.turn + block.turn) % 360) as 0 | 90 | 180 | 270;
    const room = turn === 90 || turn === 270 ? { width: found.box.height, height: found.box.width } : found.box;
    const [first] = content;
    const lettering = first ? this.letterings.of(first.text) : { lettering: this.usualValue() };
    const contents = this.contents(found);
    return {
      id: this.newId(),
      ...field,
      ...(caption && caption.text.trim() !== '' && { caption: this.caption(found, turn) }),
      contents,
      ...lettering,
      place:
        content.length > 0
          ? this.place(
              content.map(({ text }) => text),
              found.box,
              turn,
              caption !== undefined,
            )
          : { across: drawn ? 'centre' : 'left', up: drawn ? 'middle' : 'base', inset: { x: 1, y: 1 } },
      turn: found.turn,
      fit: contents.some((one) => 'parts' in one && one.parts.some(({ kind }) => kind === 'linked' || kind === 'asked'))
        ? planFor(block.table !== undefined && room.width > WRAPS_FROM)
        : [],
    };
  }

  private usualValue(): string {
    return (this.letterings.styles.find(({ name }) => name === 'Value') ?? this.letterings.styles[0]!).id;
  }

  private caption({ caption, box, content, drawn }: CellFound, turn: number): Cell['caption'] {
    const text = caption!;
    return {
      text: text.text.trim().slice(0, 120),
      ...this.letterings.of(text),
      place: this.place([text], box, turn, false),
      ...(content.length === 0 && !drawn && { forThePen: true }),
    };
  }

  private contents({ content, drawn, box }: CellFound): Content[] {
    if (drawn?.kind === 'symbol') return [{ symbol: { name: 'projection' } }];
    if (drawn?.kind === 'figure') {
      const shapes = drawn.sources.flatMap((source) => this.shape(this.drawn[source]!, box));
      return shapes.length > 0 ? [{ figure: shapes }] : [];
    }
    if (drawn?.kind === 'picture') {
      const cut = vectorOf(drawn.sources.map((source) => this.drawn[source]!));
      return cut ? [{ picture: { from: { hash: this.keep(cut) }, scale: 'fit' } }] : [];
    }
    const parts = content.flatMap(({ meaning, isNewLine, text }, i): Part[] => {
      if (meaning.question && !this.questions.has(meaning.question.key))
        this.questions.set(meaning.question.key, meaning.question);
      const before = content[i - 1]?.text;
      const isApart = before && !isNewLine;
      const gap: Part[] =
        i === 0
          ? []
          : isNewLine
            ? [{ kind: 'break' }]
            : isApart && text.start.x - before.start.x - before.width > 0.2 * text.height
              ? [{ kind: 'fixed', text: ' ' }]
              : [];
      return [...gap, ...meaning.parts];
    });
    return parts.length > 0 ? [{ parts: parts.slice(0, MOST.parts) }] : [];
  }

  private keep({ svg, hash }: VectorCut): string {
    this.pictures.set(hash, svg);
    return hash;
  }

  private shape(one: Drawn, box: Box): FigureShape[] {
    const at = ({ x, y }: { x: number; y: number }) => ({ x: roundLength(x - box.x), y: roundLength(y - box.y) });
    if (one.kind === 'line')
      return [
        { kind: 'line', from: at(one.from), to: at(one.to), line: { ...this.line(one, NARROW), type: one.type } },
      ];
    if (one.kind !== 'arc') return [];
    const { centre, radius, fromDeg, toDeg } = one;
    return [
      {
        kind: 'arc',
        centre: at(centre),
        radius: roundLength(radius),
        fromDeg,
        toDeg,
        line: { ...this.line(one, NARROW), type: one.type },
      },
    ];
  }

  /** Where texts stand in a cell: by the end at which the first is held, and by the base line of the last. */
  private place(texts: readonly SheetText[], box: Box, turn: number, hasCaption: boolean): Place {
    const spans = texts.map((text) => inCell(text, box, turn));
    const width = turn === 90 || turn === 270 ? box.height : box.width;
    const height = turn === 90 || turn === 270 ? box.width : box.height;
    const left = Math.min(...spans.map(({ from }) => from));
    const end = Math.max(...spans.map(({ to }) => to));
    const base = Math.min(...spans.map(({ up }) => up));
    const cap = Math.max(...spans.map(({ up, height: h }) => up + h));
    const held = texts[0]!.across;
    const isMiddle = Math.abs(left + end - width) < Math.max(0.6, 0.04 * width) && left > 1.5;
    const across =
      held === 'right'
        ? 'right'
        : held === 'centre' && isMiddle
          ? 'centre'
          : isMiddle && texts.length === 1 && Math.abs(left + end - width) < 0.4
            ? 'centre'
            : 'left';
    const x = across === 'right' ? width - end : across === 'left' ? left : Math.min(1, Math.max(0, left));
    const inset = (value: number) => this.length(Math.round(Math.max(-1000, Math.min(1000, value)) * 100) / 100);
    if (!hasCaption && Math.abs(base + cap - height) < 0.3)
      return { across, up: 'middle', inset: { x: inset(x), y: inset(Math.min(1, Math.max(0, base))) } };
    if (texts.length === 1 && base > height / 2)
      return { across, up: 'top', inset: { x: inset(x), y: inset(height - cap) } };
    return { across, up: 'base', inset: { x: inset(x), y: inset(base) } };
  }

  private looseText({ lines, meanings }: Recognition['looseTexts'][number]): Block {
    const boxes = lines.map(textBox);
    const box = grown(
      boxes.reduce((a, b) => union(a, b)),
      1,
    );
    const [first] = lines;
    const turn = (Math.round(first!.turn / 90) * 90) % 360;
    const found: CellFound = {
      field: { column: 0, row: 0, columnSpan: 1, rowSpan: 1 },
      box,
      turn: 0,
      content: lines.map((text, i) => ({ text, meaning: meanings[i]!, isNewLine: i > 0 })),
      sure: 0.5,
    };
    return this.lineless(box, lines[0]!.text.trim().slice(0, 40) || 'Text', turn as Block['turn'], (own) =>
      this.cell(found, own),
    );
  }

  /** What was not understood, as a picture where it stands. */
  private restBlock(): Block | undefined {
    const cut = vectorOf(this.recognition.rest.map((source) => this.drawn[source]!));
    if (!cut) return undefined;
    const hash = this.keep(cut);
    return this.lineless(cut.box, 'What was not understood', 0, () => ({
      id: this.newId(),
      column: 0,
      row: 0,
      columnSpan: 1,
      rowSpan: 1,
      contents: [{ picture: { from: { hash }, scale: 'fit' } }],
      lettering: this.usualValue(),
      place: { across: 'left', up: 'bottom', inset: { x: 0, y: 0 } },
      turn: 0,
      fit: [],
    }));
  }

  /** A block of one cell without lines, where a box is. */
  private lineless(box: Box, name: string, turn: Block['turn'], cell: (own: BlockFound) => Cell): Block {
    const { space } = this.recognition.border;
    const hidden: Line = { ...this.line({ ink: '#000000' }, NARROW), hidden: true };
    const upright = turn === 90 || turn === 270;
    const size = (mm: number) => this.lengthValue(Math.max(0.5, mm));
    return {
      id: this.newId(),
      name,
      role: 'other',
      columns: [{ id: this.newId(), size: size(upright ? box.height : box.width) }],
      rows: [{ id: this.newId(), size: size(upright ? box.width : box.height) }],
      cells: [cell({ turn } as BlockFound)],
      lines: { outline: hidden, inside: hidden, edges: [] },
      dock: {
        to: [],
        align: 'start',
        corner: 'lower left',
        offset: { x: this.length(box.x - space.x), y: this.length(box.y - space.y) },
      },
      width: 'sum',
      height: 'sum',
      turn,
      condition: {},
    };
  }

  /** Where a block stands: on the one beneath, above or beside it that it touches, else in the nearest corner of the frame. */
  private dockOf(index: number, ids: readonly string[]): Dock {
    const { blocks, border } = this.recognition;
    const { box } = blocks[index]!;
    const near = 0.5;
    const shares = (a: number, b: number, c: number, d: number) => Math.min(b, d) - Math.max(a, c) > near;
    for (const [i, { box: other }] of blocks.entries()) {
      if (i >= index && !(i > index && other.y < box.y - near)) continue;
      if (i === index || overlaps(box, other)) continue;
      const isAbove = Math.abs(box.y - top(other)) < near && shares(box.x, right(box), other.x, right(other));
      if (!isAbove) continue;
      const align =
        Math.abs(right(box) - right(other)) < near ? 'end' : Math.abs(box.x - other.x) < near ? 'start' : 'end';
      const x = align === 'end' ? right(box) - right(other) : box.x - other.x;
      return {
        to: [{ block: ids[i]!, side: 'above' }],
        align,
        corner: 'lower right',
        offset: { x: this.length(Math.abs(x) < near ? 0 : x), y: 0 },
      };
    }
    const { space } = border;
    const toRight = right(space) - right(box);
    const toTop = top(space) - top(box);
    const [isRight, isUpper] = [toRight <= box.x - space.x, toTop < box.y - space.y];
    const corner = `${isUpper ? 'upper' : 'lower'} ${isRight ? 'right' : 'left'}` as const;
    const x = isRight ? -toRight : box.x - space.x;
    const y = isUpper ? -toTop : box.y - space.y;
    return {
      to: [],
      align: isRight ? 'end' : 'start',
      corner,
      offset: { x: this.length(Math.abs(x) < near ? 0 : x), y: this.length(Math.abs(y) < near ? 0 : y) },
    };
  }
}

const asText = ({
  text,
  height,
  letterWidth,
  slantDeg,
  bold,
  font,
  ink,
}: Pick<SheetText, 'text' | 'height' | 'letterWidth' | 'slantDeg' | 'bold' | 'font' | 'ink'>): SheetText => ({
  ...NO_TEXT,
  text,
  height,
  letterWidth,
  slantDeg,
  bold,
  font,
  ink,
});

/** A length without the noise of a drawing: to a hundredth of a millimetre, or of an inch where it is nearly that. */
export function tidied(mm: number, unit: LengthUnit): number {
  const step = unit === 'in' ? MM_PER_INCH / 1000 : 0.01;
  const rounded = Math.round(mm / step) * step;
  return roundLength(Math.abs(rounded - mm) < 0.004 ? rounded : Math.round(mm * 1000) / 1000);
}

/** Where a text starts and ends in its cell, and how high its base line is, as it runs. */
function inCell(
  { start, width, height }: SheetText,
  box: Box,
  turn: number,
): { from: number; to: number; up: number; height: number } {
  const [dx, dy] = [start.x - box.x, start.y - box.y];
  const [from, up] =
    turn === 90
      ? [dy, box.width - dx]
      : turn === 180
        ? [box.width - dx, box.height - dy]
        : turn === 270
          ? [box.height - dy, dx]
          : [dx, dy];
  return { from, to: from + width, up, height };
}

const union = (a: Box, b: Box): Box => {
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)];
  return { x, y, width: Math.max(right(a), right(b)) - x, height: Math.max(top(a), top(b)) - y };
};
const grown = (box: Box, by: number): Box => ({
  x: box.x - by,
  y: box.y - by,
  width: box.width + 2 * by,
  height: box.height + 2 * by,
});

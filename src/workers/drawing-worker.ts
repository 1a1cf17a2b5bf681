import { expose } from 'comlink';
import type { ReadDrawing } from '../core/exchange/reading/drawn';
import { type GlyphTableJson, glyphTableFromJson } from '../core/lettering/glyph-table';
import type { GlyphTables } from '../core/lettering/glyph-table';
import type { PropertyDefinition } from '../core/property/definition';
import { lookAt } from '../core/recognising/look-at';
import { type Choices, readDrawing } from '../core/recognising/reading-in';
import { type Outcome, refuse } from '../core/refusal';

let drawing: ReadDrawing | undefined;
let fonts: GlyphTables = new Map();
let properties: readonly PropertyDefinition[] = [];

/** Reads a drawing of another program and recognises its sheet away from the main thread. It keeps the drawing that it read last. */
const worker = {
  /** @returns what was left out and noticed, or the reason why the drawing cannot be read */
  read(
    bytes: Uint8Array,
    tables: readonly GlyphTableJson[],
    dictionary: readonly PropertyDefinition[],
  ): Outcome<Pick<ReadDrawing, 'leftOut' | 'remarks'>> {
    fonts = new Map(tables.map((table) => [table.font, glyphTableFromJson(table)]));
    properties = dictionary;
    const read = readDrawing(bytes, fonts);
    if (!read.ok) return read;
    drawing = read.drawing;
    return { ok: true, leftOut: drawing.leftOut, remarks: drawing.remarks };
  },
  /** The places of a DXF that are filled in, in the file's order, or the reason why it cannot be read. */
  attributes(bytes: Uint8Array): Outcome<{ attributes: { tag: string; text: string }[] }> {
    const read = readDrawing(bytes, fonts);
    if (!read.ok) return read;
    const drawn = read.drawing.spaces.flatMap((space) => space.drawn);
    const attributes = drawn.flatMap((one) =>
      one.kind === 'text' && one.attribute ? [{ tag: one.attribute.tag, text: one.text }] : [],
    );
    return { ok: true, attributes };
  },

  look: (choices: Choices, format: { id: string; name: string }) =>
    drawing ? lookAt(drawing, choices, format, properties, fonts) : refuse('There is no drawing yet. Choose a file.'),
};

export type DrawingWorker = typeof worker;

expose(worker);

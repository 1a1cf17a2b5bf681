import type { Drawn } from '../exchange/reading/drawn';
import type { GlyphTables } from '../lettering/glyph-table';
import { setLine } from '../lettering/setting';
import { boldOf } from '../lettering/style';
import type { Segment } from '../picture/picture';
import type { PathPrimitive, Primitive, Scene, TextPrimitive } from '../scene/scene';
import { fontFor } from './known-fonts';
import { type Measure, textsOf } from './texts';

/** Width of lines that a drawing gives none, mm. */
const USUAL_WIDTH = 0.25;

/** Lines of one look in one path: a drawing of thousands of lines is a few elements on the screen. */
const PER_PATH = 2000;

/** A drawing as it was read, as a scene to look at: lines of one look together, texts in the fonts that stand in for its own. */
export function drawnScene(
  drawn: readonly Drawn[],
  sheet: { width: number; height: number; unit: 'mm' | 'in' },
  fonts: GlyphTables,
  measure: Measure,
): Scene {
  const paths = new Map<string, PathPrimitive[]>();
  const add = (ink: string, width: number | undefined, segments: readonly Segment[], filled: boolean) => {
    const key = `${ink} ${filled ? 'fill' : (width ?? USUAL_WIDTH)}`;
    const list = paths.get(key) ?? [];
    paths.set(key, list);
    let last = list.at(-1);
    if (!last || last.segments.length > PER_PATH) {
      last = {
        kind: 'path',
        source: `drawing ${key} ${list.length}`,
        layer: 'pictures',
        ink,
        segments: [],
        ...(filled ? { fill: ink, evenOdd: true } : { stroke: width ?? USUAL_WIDTH }),
      };
      list.push(last);
    }
    last.segments.push(...segments);
  };
  const run = (points: readonly { x: number; y: number }[], closed = false): Segment[] => [
    ...points.map(({ x, y }, i): Segment => (i === 0 ? ['M', x, y] : ['L', x, y])),
    ...(closed ? [['Z'] as Segment] : []),
  ];
  for (const one of drawn) {
    if (one.kind === 'line') add(one.ink, one.width, run([one.from, one.to]), false);
    else if (one.kind === 'run') add(one.ink, one.width, run(one.points), false);
    else if (one.kind === 'fill')
      add(
        one.ink,
        undefined,
        one.outlines.flatMap((outline) => run(outline, true)),
        true,
      );
    else if (one.kind === 'arc') {
      const steps = Math.max(6, Math.ceil((one.toDeg - one.fromDeg) / 6));
      const points = Array.from({ length: steps + 1 }, (_, i) => {
        const rad = ((one.fromDeg + ((one.toDeg - one.fromDeg) * i) / steps) * Math.PI) / 180;
        return { x: one.centre.x + one.radius * Math.cos(rad), y: one.centre.y + one.radius * Math.sin(rad) };
      });
      add(one.ink, one.width, run(points), false);
    }
  }
  const texts = textsOf(drawn, measure, new Set()).flatMap(
    ({ id, text, start, height, turn, font, ink, letterWidth, slantDeg, bold, attribute }): TextPrimitive[] => {
      const shown = text.trim() === '' && attribute ? `‹${attribute.tag}›` : text;
      const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
      let along = 0;
      return setLine(shown, fontFor(font), height, fonts).runs.map((one) => {
        const at = along;
        along += one.width * letterWidth;
        return {
          kind: 'text',
          source: `text ${id}`,
          layer: 'fixed',
          ink,
          text: one.text,
          font: one.font,
          emSize: one.emSize,
          height,
          x: start.x + cos * at,
          y: start.y + sin * at,
          turn,
          letterWidth,
          slantDeg,
          width: one.width * letterWidth,
          ...boldOf({ weight: bold ? 'bold' : 'regular' }, height),
        };
      });
    },
  );
  const primitives: Primitive[] = [...[...paths.values()].flat(), ...texts];
  return { width: sheet.width, height: sheet.height, unit: sheet.unit, blocks: [], primitives };
}

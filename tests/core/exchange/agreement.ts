import type { Scene } from '@/core/scene/scene';
import type { ReadSheet, ReadText } from './readers';

/** The scene's own lines and runs, in the shape of what is read back. */
export function expected(scene: Scene): ReadSheet {
  const segments = scene.primitives.flatMap((primitive) => {
    if (primitive.kind === 'line') return [{ from: primitive.from, to: primitive.to, width: primitive.width }];
    if (primitive.kind !== 'outline') return [];
    const { points, width } = primitive;
    return points.map((from, i) => ({ from, to: points[(i + 1) % points.length]!, width }));
  });
  const texts = scene.primitives.flatMap((run): ReadText[] => {
    if (run.kind !== 'text') return [];
    const angle = (run.turn * Math.PI) / 180;
    const end = { x: run.x + Math.cos(angle) * run.width, y: run.y + Math.sin(angle) * run.width };
    return [{ text: run.text, start: { x: run.x, y: run.y }, end, letterWidth: run.letterWidth }];
  });
  return { width: scene.width, height: scene.height, segments, texts };
}

const far = (a: { x: number; y: number }, b: { x: number; y: number }) =>
  Math.max(Math.abs(a.x - b.x), Math.abs(a.y - b.y));
const segmentKey = ({ from, to }: ReadSheet['segments'][number]) => [from, to].sort((a, b) => a.x - b.x || a.y - b.y);

/** Every line within 0.01 mm and every run within 0.1 mm in start, end and letter width, none too many. */
export function expectAgreement(read: ReadSheet, scene: Scene): void {
  const wanted = expected(scene);
  expect(read.width).toBeCloseTo(wanted.width, 3);
  expect(read.height).toBeCloseTo(wanted.height, 3);
  expect(read.segments).toHaveLength(wanted.segments.length);
  const left = read.segments.map(segmentKey);
  for (const segment of wanted.segments) {
    const [a, b] = segmentKey(segment);
    const index = left.findIndex(([c, d]) => far(a!, c!) <= 0.01 && far(b!, d!) <= 0.01);
    if (index < 0) throw new Error(`no line from ${JSON.stringify(a)} to ${JSON.stringify(b)}`);
    left.splice(index, 1);
  }
  expect(read.texts).toHaveLength(wanted.texts.length);
  const unread = [...read.texts];
  for (const run of wanted.texts) {
    const index = unread.findIndex(
      (other) => other.text.trimEnd() === run.text.trimEnd() && far(other.start, run.start) <= 0.1,
    );
    if (index < 0) throw new Error(`no run “${run.text}” at ${JSON.stringify(run.start)}`);
    const [found] = unread.splice(index, 1);
    // A mark that stands alone takes no room on the sheet, whatever its font says of it: nothing comes after it.
    if (!/^\p{M}+$/u.test(run.text)) expect(far(found!.end, run.end)).toBeLessThanOrEqual(0.1);
    expect(Math.abs(found!.letterWidth - run.letterWidth)).toBeLessThanOrEqual(0.001);
  }
}

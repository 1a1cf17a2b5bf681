import type { NamedSheet } from '@/core/exchange/written-sheets';
import { isoProfile } from '@/core/profile/starts';
import type { Primitive } from '@/core/scene/scene';
import { writeSheets } from '@/server/writing/write-sheets';
import { fontFile } from '@/server/fonts';

const files = {
  font: fontFile,
  picture: () => {
    throw new Error('there is none');
  },
};
const details = { title: 'KD-00001 Pawl', date: '2026-06-02' };

/** A sheet of so many lines, A0 where it is to be large. */
function sheetOf(lines: number, [width, height] = [420, 297]): NamedSheet {
  const primitives = Array.from({ length: lines }, (_, i): Primitive => {
    const x = (i * 7) % width;
    return {
      kind: 'line',
      from: { x, y: 0 },
      to: { x: (x + 50) % width, y: height },
      width: 0.35,
      ink: '#000000',
      layer: 'frame',
      type: 'continuous',
      source: '',
    };
  });
  return { scene: { width, height, unit: 'mm', blocks: [], primitives }, prompts: new Map() };
}
const write = (sheet: NamedSheet, kind: Parameters<typeof writeSheets>[1], signal?: AbortSignal) =>
  writeSheets([sheet], kind, details, files, isoProfile(), { by: 'somebody', signal });

test('files are written by a process of its own: while A0 is made a picture, everything else goes on', async () => {
  let ticks = 0;
  const ticking = setInterval(() => ticks++, 20);
  const { name, content } = await write(sheetOf(2000, [1189, 841]), 'png 150');
  clearInterval(ticking);
  expect(name).toBe('KD-00001-Pawl.png');
  expect(Buffer.from(content.subarray(1, 4)).toString()).toBe('PNG');
  expect(ticks).toBeGreaterThan(20);
});

test('what cannot be written is refused in words', async () => {
  await expect(write(sheetOf(1, [1189, 841]), 'png 600')).rejects.toMatchObject({
    status: 422,
    message: expect.stringMatching(/at most 150 million are written\. Choose fewer dpi\./),
  });
});

test('writing ends when whoever asked has left, and the next file is written', async () => {
  const left = new AbortController();
  const writing = write(sheetOf(400_000), 'pdf', left.signal);
  left.abort();
  await expect(writing).rejects.toMatchObject({ status: 422, message: 'Whoever asked for it has left.' });
  const { content } = await write(sheetOf(10), 'pdf');
  expect(Buffer.from(content.subarray(0, 5)).toString()).toBe('%PDF-');
});

import { readFileSync } from 'node:fs';
import { LARGEST_FONT, readFontFile } from '@/core/lettering/font-file';

const gothic = readFileSync('assets/fonts/routed-gothic.ttf');
const ID = 'a'.repeat(64);

/** The font with other embedding rights: fsType stands 8 bytes into the OS/2 table. */
function withRight(bits: number): Buffer {
  const bytes = Buffer.from(gothic);
  const tables = bytes.readUInt16BE(4);
  for (let i = 0; i < tables; i++) {
    const entry = 12 + i * 16;
    if (bytes.toString('latin1', entry, entry + 4) === 'OS/2')
      bytes.writeUInt16BE(bits, bytes.readUInt32BE(entry + 8) + 8);
  }
  return bytes;
}

const reason = (bytes: Uint8Array) => {
  const read = readFontFile(ID, bytes);
  return read.ok ? 'taken' : read.reason;
};

test('a TrueType font is taken with its name and its glyph table', () => {
  const read = readFontFile(ID, gothic);
  expect(read).toMatchObject({ ok: true, font: { name: expect.stringContaining('Routed Gothic'), type: 'ttf' } });
  if (read.ok) {
    expect(read.font.table.font).toBe(ID);
    expect(read.font.table.advances.get('A'.codePointAt(0)!)).toBeGreaterThan(0);
  }
});

test.each<[string, number, RegExp]>([
  ['installable', 0x0000, /^taken$/],
  ['for printing', 0x0004, /^taken$/],
  ['editable', 0x0008, /^taken$/],
  ['restricted', 0x0002, /may not be embedded in files/],
  ['not in subsets', 0x0100, /only as a whole/],
  ['as bitmaps', 0x0200, /bitmaps only/],
])('the right to embed %s decides whether it is taken', (_, bits, words) => {
  expect(reason(withRight(bits))).toMatch(words);
});

test.each<[string, Uint8Array, RegExp]>([
  ['a text', Buffer.from('hello'), /TrueType \(\.ttf\) and OpenType/],
  ['nothing', Buffer.alloc(0), /TrueType \(\.ttf\) and OpenType/],
  ['a collection', Buffer.concat([Buffer.from('ttcf'), gothic]), /TrueType \(\.ttf\) and OpenType/],
  ['a font cut short', gothic.subarray(0, 900), /damaged/],
  ['one over 20 MB', Buffer.alloc(LARGEST_FONT + 1), /at most 20 MB/],
])('%s is refused with the reason', (_, bytes, words) => {
  expect(reason(bytes)).toMatch(words);
});

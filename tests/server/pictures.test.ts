import { deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { POST } from '@/app/api/pictures/route';
import { database } from '@/server/database';
import { findPictures } from '@/server/repositories/pictures';
import * as pictures from '@/server/services/pictures';
import { asDesk, asked, count, withOffice } from './office';

withOffice();

const takePicture = asDesk(pictures.takePicture);

/** The address has no parameters. */
const NOTHING = { params: Promise.resolve({}) };

const pixels = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#2D6A4C' } });
const svg = (inside: string) =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 20 10">${inside}</svg>`);

/** A PNG that says it is of a size, with nothing of it: what a decoder would have to unfold first. */
function pngHead(width: number, height: number): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type), data]);
    const length = Buffer.alloc(4);
    length.writeUInt32BE(data.length);
    const check = Buffer.alloc(4);
    check.writeUInt32BE(crc(body));
    return Buffer.concat([length, body, check]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 2, 0, 0, 0], 8);
  const start = Buffer.from('\x89PNG\r\n\x1a\n', 'latin1');
  return Buffer.concat([
    start,
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(Buffer.alloc(9))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}
function crc(bytes: Buffer): number {
  let sum = 0xffffffff;
  for (const byte of bytes) {
    sum ^= byte;
    for (let bit = 0; bit < 8; bit++) sum = (sum >>> 1) ^ (sum & 1 ? 0xedb88320 : 0);
  }
  return (sum ^ 0xffffffff) >>> 0;
}

test('a raster picture is kept as it is, once, with its size in pixels', async () => {
  const before = await count('pictures');
  const bytes = await pixels(30, 20).png().toBuffer();
  const taken = await takePicture(bytes, 'mark.png');
  expect(taken).toMatchObject({
    picture: { kind: 'raster', type: 'png', width: 30, height: 20 },
    leftOut: [],
  });
  expect((await takePicture(bytes, 'the same under another name.png')).hash).toBe(taken.hash);
  expect(await count('pictures')).toBe(before + 1);
  expect(await findPictures(database, [taken.hash])).toEqual(new Map([[taken.hash, taken.picture]]));
  const jpeg = await takePicture(await pixels(8, 8).jpeg().toBuffer(), 'photo.jpg');
  expect(jpeg.picture).toMatchObject({ kind: 'raster', type: 'jpeg', width: 8, height: 8 });
});

test('of an SVG the outlines are kept; what is not taken over is said', async () => {
  const taken = await takePicture(
    svg('<rect width="20" height="10" fill="#7a2e5d"/><script>alert(1)</script>'),
    'a.svg',
  );
  expect(taken.picture).toMatchObject({ kind: 'vector', width: 20, height: 10, paths: [{ fill: '#7a2e5d' }] });
  expect(taken.leftOut.join(' ')).toMatch(/script/i);
  expect(JSON.stringify(taken.picture)).not.toContain('alert');
});

test.each<[string, () => Buffer | Promise<Buffer>, RegExp]>([
  ['an empty file', () => Buffer.alloc(0), /The file is empty/],
  ['a text', () => Buffer.from('just words'), /no picture Zonograph takes: it takes PNG, JPEG and SVG/],
  [
    'a PNG that is cut short',
    async () => (await pixels(40, 40).png().toBuffer()).subarray(0, 60),
    /PNG file is damaged/,
  ],
  ['a JPEG that is only a beginning', () => Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 4]), /JPEG file is damaged/],
  ['more pixels than are taken', () => pngHead(10_000, 10_000), /50 million pixels|at most 50 million/],
  ['more megabytes than are taken', () => Buffer.alloc(10 * 1024 * 1024 + 1), /is 10.0 MB; at most 10 MB/],
  ['an SVG with nothing on it', () => svg(''), /nothing|no outline|empty/i],
])('%s is refused with the reason, and nothing is kept', async (_, bytes, reason) => {
  const before = await count('pictures');
  await expect(takePicture(await bytes(), 'x')).rejects.toThrow(reason);
  expect(await count('pictures')).toBe(before);
});

test('the door looks at the declared size before it reads, and takes the name from the address', async () => {
  const BYTES = { 'content-type': 'application/octet-stream' };
  const large = asked('http://test/?name=a.png', {
    method: 'POST',
    body: 'x',
    headers: { ...BYTES, 'content-length': String(60 * 1024 * 1024) },
  });
  const refused = await POST(large, NOTHING);
  expect([refused.status, (await refused.json()) as object]).toEqual([
    413,
    { reason: 'That is larger than Zonograph takes here at once (52 MB).' },
  ]);
  const bytes = await pixels(4, 4).png().toBuffer();
  const taken = await POST(
    asked('http://test/?name=dot.png', { method: 'POST', headers: BYTES, body: new Uint8Array(bytes) }),
    NOTHING,
  );
  expect(taken.status).toBe(200);
  const rows = await database.query<{ name: string }>('SELECT name FROM pictures WHERE name = ?', ['dot.png']);
  expect(rows).toHaveLength(1);
});

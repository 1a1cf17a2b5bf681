import { readSvgDrawing } from '@/core/exchange/reading/read-svg-drawing';
import type { DrawnText } from '@/core/exchange/reading/drawn';

const svg = (inner: string, attributes = 'width="210mm" height="297mm" viewBox="0 0 210 297"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inner}</svg>`;

function read(text: string) {
  const outcome = readSvgDrawing(text);
  if (!outcome.ok) throw new Error(outcome.reason);
  return outcome.drawing;
}
const drawn = (inner: string) => read(svg(inner)).spaces[0]!.drawn;
const reason = (text: string) => {
  const outcome = readSvgDrawing(text);
  return outcome.ok ? 'it was read' : outcome.reason;
};

test.each<[string, string, RegExp]>([
  ['no XML', '<svg><g></svg', /cannot be read|empty/],
  ['another XML', '<html><body/></html>', /no svg element/],
  [
    'entities that multiply',
    `<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]>${svg('<text>&b;</text>')}`,
    /defines entities/,
  ],
  ['no size', '<svg xmlns="http://www.w3.org/2000/svg"><line x2="5" stroke="#000"/></svg>', /size is unknown/],
  ['nothing drawn', svg('<g/>'), /empty/],
  [
    'a million points',
    svg(`<path stroke="#000" d="M0 0${'L1 1L2 3'.repeat(500_000)}"/>`),
    /more than 400,000 lines and points/,
  ],
  [
    'groups in groups in groups',
    svg(`${'<g>'.repeat(300)}<line x2="1" stroke="#000"/>${'</g>'.repeat(300)}`),
    /more than 200 deep/,
  ],
])('%s is refused in words', (_, text, words) => {
  expect(reason(text)).toMatch(words);
});

test.each<[string, string, string]>([
  ['scripts', '<script>alert(1)</script>', 'scripts'],
  ['references to elsewhere', '<use href="https://example.org/a.svg#b"/>', 'references to elsewhere'],
  ['references that hold themselves', '<g id="a"><use href="#a"/></g>', 'references that hold themselves'],
  ['raster pictures', '<image href="logo.png" width="5" height="5"/>', 'raster pictures'],
  ['embedded pages', '<foreignObject><p>x</p></foreignObject>', 'embedded objects'],
])('%s are left out and counted', (_, inner, what) => {
  expect(read(svg(`<line x2="5" stroke="#000"/>${inner}`)).leftOut).toEqual([{ what, count: 1 }]);
});

test('its width says what a unit is, pixels do not; y runs up from the lower edge', () => {
  const line = '<line x1="0" y1="0" x2="10" y2="20" stroke="#000"/>';
  expect(read(svg(line))).toMatchObject({
    mmPerUnit: 1,
    spaces: [{ drawn: [{ from: { x: 0, y: 297 }, to: { x: 10, y: 277 } }] }],
  });
  expect(read(svg(line, 'width="11in" height="8.5in" viewBox="0 0 1100 850"')).mmPerUnit).toBeCloseTo(0.254, 9);
  expect(read(svg(line, 'width="420" height="297"')).mmPerUnit).toBeUndefined();
});

test('style sheets go by the strength of their selectors, inline styles before them, attributes after them', () => {
  const sheet =
    '<style>line{stroke:#00ff00}.wide{stroke-width:.7}#one.wide{stroke-width:1.4}g line{stroke-dasharray:4 1}line:hover{stroke:red}</style>';
  expect(
    drawn(
      `${sheet}<g><line id="one" class="wide" x2="5" stroke-width="9"/><line class="wide" x2="5" style="stroke:#0000ff"/></g><line x2="5" stroke="#ff0000" stroke-width=".2"/>`,
    ),
  ).toMatchObject([
    { ink: '#00ff00', wide: 1.4, type: 'dashed' },
    { ink: '#0000ff', wide: 0.7, type: 'dashed' },
    { ink: '#00ff00', wide: 0.2, type: 'continuous' },
  ]);
});

test('what is used stands where it is used, turned, enlarged and fitted', () => {
  const defs =
    '<defs><line id="a" x1="1" x2="3" stroke="#000"/><symbol id="s" viewBox="0 0 10 10"><line x1="0" y1="10" x2="10" y2="10" stroke="#000"/></symbol></defs>';
  expect(
    drawn(
      `${defs}<use href="#a" x="10" y="20" transform="scale(2)"/><use xlink:href="#s" x="100" y="50" width="40" height="40"/><g transform="rotate(90)"><use href="#a"/></g>`,
    ),
  ).toMatchObject([
    { from: { x: 22, y: 257 }, to: { x: 26, y: 257 } },
    { from: { x: 100, y: 207 }, to: { x: 140, y: 207 } },
    { from: { x: expect.closeTo(0, 9) as number, y: 296 }, to: { x: expect.closeTo(0, 9) as number, y: 294 } },
  ]);
});

test('outlines become lines, curves runs, circles arcs, fills outlines; white is the paper', () => {
  expect(
    drawn(
      '<rect width="10" height="5" fill="none" stroke="#000"/><path d="M0 0C1 1 2 1 3 0S5 -1 6 0" fill="none" stroke="#000"/><circle cx="5" cy="5" r="2" fill="none" stroke="#000"/><polygon points="0,0 4,0 4,3" fill="#123456"/><rect width="210" height="297" fill="#fff"/>',
    ).map(({ kind }) => kind),
  ).toEqual(['line', 'line', 'line', 'line', 'run', 'arc', 'fill']);
});

test('texts stay texts: where each piece is placed, how it is held, in which font', () => {
  const texts = drawn(
    '<g font-family="Some Sans, Arial" font-size="10"><text x="20" y="50">TITLE<tspan x="20" dy="12" font-weight="bold">Drum &amp; barrel</tspan></text><text x="100" y="50" text-anchor="middle" transform="rotate(-90 100 50)">up</text></g>',
  ) as DrawnText[];
  expect(texts).toMatchObject([
    {
      text: 'TITLE',
      at: { x: 20, y: 247 },
      height: expect.closeTo(7.16, 6) as number,
      font: 'Some Sans',
      bold: false,
      across: 'left',
      turn: 0,
    },
    { text: 'Drum & barrel', at: { x: 20, y: 235 }, bold: true },
    { text: 'up', at: { x: 100, y: 247 }, across: 'centre', turn: 90 },
  ]);
});

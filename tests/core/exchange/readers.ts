import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Font, create } from 'fontkit';

interface Point {
  x: number;
  y: number;
}
export interface ReadText {
  text: string;
  start: Point;
  end: Point;
  letterWidth: number;
  tag?: string | null;
}
export interface ReadSheet {
  width: number;
  height: number;
  segments: { from: Point; to: Point; width?: number }[];
  texts: ReadText[];
}

const folder = mkdtempSync(join(tmpdir(), 'zonograph-'));

const opened = new WeakMap<Uint8Array, Font>();

/** A font file opened with a reader of its own, once. */
function openedFont(bytes: Uint8Array): Font {
  let font = opened.get(bytes);
  if (!font) {
    const made = create(Buffer.from(bytes));
    if ('fonts' in made) throw new Error('a collection');
    opened.set(bytes, (font = made));
  }
  return font;
}

/** The advance of a text in a font file, as a share of the font's size: kerning and ligatures off; marks have none. */
function advance(fontBytes: Uint8Array, text: string): { perEm: number; capital: number } {
  const font = openedFont(fontBytes);
  const units = font
    .glyphsForString(text)
    .reduce((sum, glyph, i) => sum + (/\p{M}/u.test([...text][i]!) ? 0 : glyph.advanceWidth), 0);
  const declared = (font as unknown as { 'OS/2': { capHeight?: number } })['OS/2'].capHeight;
  return {
    perEm: units / font.unitsPerEm,
    capital: (declared || font.glyphsForString('H')[0]!.bbox.maxY) / font.unitsPerEm,
  };
}

/** The box of what is printed, mm. */
export interface Ink {
  left: number;
  right: number;
  bottom: number;
  top: number;
}

export interface ReadPdf extends ReadSheet {
  images: { from: Point; to: Point }[];
  outlines: ReadSheet['segments'];
}

export function readPdf(bytes: Uint8Array): ReadPdf {
  return readPdfPages(bytes)[0]!;
}

export function readPdfPages(bytes: Uint8Array): ReadPdf[] {
  return readPdfWith<ReadPdf>(bytes);
}

/** The runs of text of a PDF in their order, each with the box that its outlines fill on the sheet, mm; none for one that draws nothing. */
export function readPdfInk(bytes: Uint8Array): { text: string; ink?: Ink }[] {
  return readPdfWith<{ texts: { text: string; ink?: Ink }[] }>(bytes, 'ink')[0]!.texts;
}

function readPdfWith<Page>(bytes: Uint8Array, ...options: string[]): Page[] {
  const file = join(folder, 'sheet.pdf');
  writeFileSync(file, bytes);
  const script = ['tests/core/exchange/read-pdf.mjs', file, ...options];
  return JSON.parse(execFileSync(process.execPath, script, { encoding: 'utf8', maxBuffer: 5e8 })) as Page[];
}

/** Reads an SVG file by its own text: elements, transforms, and the fonts it carries. */
export function readSvg(svg: string): ReadSheet {
  const [, width, height] = /width="([\d.]+)mm" height="([\d.]+)mm"/.exec(svg)!.map(Number) as [number, number, number];
  const fonts = new Map(
    [...svg.matchAll(/font-family:([\w-]+);src:url\(data:font\/ttf;base64,([^)]+)\)/g)].map(([, name, data]) => [
      name!,
      Buffer.from(data!, 'base64'),
    ]),
  );
  const attribute = (element: string, name: string) => new RegExp(` ${name}="([^"]*)"`).exec(element)?.[1] ?? '';
  const number = (element: string, name: string) => Number(attribute(element, name));
  const up = (x: number, y: number) => ({ x, y: height - y });
  const segments: ReadSheet['segments'] = [];
  for (const [element] of svg.matchAll(/<line [^>]*>/g)) {
    segments.push({
      from: up(number(element, 'x1'), number(element, 'y1')),
      to: up(number(element, 'x2'), number(element, 'y2')),
      width: number(element, 'stroke-width'),
    });
  }
  for (const [element] of svg.matchAll(/<polygon [^>]*>/g)) {
    if (attribute(element, 'fill') !== 'none') continue;
    const points = attribute(element, 'points')
      .split(' ')
      .map((pair) => up(...(pair.split(',').map(Number) as [number, number])));
    points.forEach((from, i) =>
      segments.push({ from, to: points[(i + 1) % points.length]!, width: number(element, 'stroke-width') }),
    );
  }
  const texts = [...svg.matchAll(/<text ([^>]*)>([^<]*)<\/text>/g)].map(([element, , content]): ReadText => {
    const transform = attribute(element, 'transform');
    const [, x, y] = /translate\(([-\d.]+) ([-\d.]+)\)/.exec(transform)!.map(Number) as [number, number, number];
    const turn = Number(/rotate\(([-\d.]+)\)/.exec(transform)?.[1] ?? 0);
    const [, sx, sy] = /scale\(([-\d.]+) ([-\d.]+)\)/.exec(transform)!.map(Number) as [number, number, number];
    const text = content!
      .replaceAll('&lt;', '<')
      .replaceAll('&gt;', '>')
      .replaceAll('&quot;', '"')
      .replaceAll('&amp;', '&');
    const length =
      advance(fonts.get(attribute(element, 'font-family'))!, text).perEm * number(element, 'font-size') * sx;
    return { text, start: up(x, y), end: along(up(x, y), -turn, length), letterWidth: sx / sy };
  });
  return { width, height, segments, texts };
}

/** The runs that an SVG draws as outlines, each with its text and the box of its points on the sheet, mm. */
export function readOutlines(svg: string): { text: string; ink?: Ink }[] {
  const height = Number(/ height="([\d.]+)mm"/.exec(svg)![1]);
  const runs = [...svg.matchAll(/<path d="([^"]*)" transform="([^"]*)"[^>]* aria-label="([^"]*)"/g)];
  return runs.map(([, d, transform, text]) => {
    const figures = (name: string) =>
      new RegExp(`${name}\\(([^)]+)\\)`).exec(transform!)?.[1]!.split(' ').map(Number) ?? [0, 0];
    const [[x, y], [turn], [skew], [sx, sy]] = ['translate', 'rotate', 'skewX', 'scale'].map(figures) as [
      [number, number], [number], [number], [number, number],
    ]; // prettier-ignore
    const [angle, lean] = [(turn * Math.PI) / 180, Math.tan((skew * Math.PI) / 180)];
    const points = [...d!.matchAll(/(-?[\d.]+) (-?[\d.]+)(?=[^\d.-]|$)/g)].map((pair) => {
      const [u, v] = [Number(pair[1]) * sx + Number(pair[2]) * sy * lean, Number(pair[2]) * sy];
      return [x + u * Math.cos(angle) - v * Math.sin(angle), height - (y + u * Math.sin(angle) + v * Math.cos(angle))];
    }) as [number, number][];
    if (points.length === 0) return { text: text! };
    const [xs, ys] = [points.map(([px]) => px), points.map(([, py]) => py)];
    const ink = { left: Math.min(...xs), right: Math.max(...xs), bottom: Math.min(...ys), top: Math.max(...ys) };
    return { text: text!, ink };
  });
}

export interface ReadDxf extends ReadSheet {
  errors: string[];
  units: number;
  limits: [number[], number[]];
  blocks: Record<string, string[]>;
  definitions: Record<string, string[]>;
  layers: string[];
  layerLooks: Record<string, { colour: string; weight: number; printed: boolean; lineType: string }>;
  /** Lengths of dashes, gaps negative, by the name of the line type. */
  lineTypes: Record<string, number[]>;
  dimensionStyles: Record<string, Record<string, string | number | null>>;
  header: Record<string, unknown>;
  styles: Record<string, [font: string, width: number]>;
  lineWeights: { layer: string; weight: number }[];
  /** Lines on the layer of pictures. */
  outlines: ReadSheet['segments'];
  images: { at: number[]; width: number; height: number; file: string; shown: number[][] | null; inverted: number }[];
  /** Names of the text styles that are bold. */
  bold: string[];
}

/** What the strict reader prints of a DXF, in drawing units. */
type PrintedDxf = {
  segments: [number[], number[], string, number][];
  texts: {
    text: string;
    at: [number, number];
    height: number;
    letterWidth: number;
    rotation: number;
    font: string;
    tag: string | null;
  }[];
} & Omit<ReadDxf, keyof ReadSheet | 'lineWeights' | 'outlines'>;

/** Reads a DXF with a strict reader; lengths in mm. */
export const readDxf = (dxf: string): ReadDxf => readDxfs([dxf])[0]!;

export function readDxfs(files: readonly string[]): ReadDxf[] {
  const paths = files.map((dxf, i) => {
    const path = join(folder, `sheet-${i}.dxf`);
    writeFileSync(path, dxf);
    return path;
  });
  const script = ['tests/core/exchange/read-dxf.py', ...paths];
  const printed = execFileSync('/usr/bin/python3', script, { encoding: 'utf8', maxBuffer: 5e8 });
  return (JSON.parse(printed) as PrintedDxf[]).map(inMm);
}

const fontFiles = new Map<string, Uint8Array>();

/** The bytes of a shipped font's file, read once. */
function fontNamed(file: string): Uint8Array {
  let bytes = fontFiles.get(file);
  if (!bytes) fontFiles.set(file, (bytes = readFileSync(join('assets/fonts', file))));
  return bytes;
}

function inMm(read: PrintedDxf): ReadDxf {
  const mm = read.units === 1 ? 25.4 : 1;
  const point = ([x, y]: number[]) => ({ x: x! * mm, y: y! * mm });
  return {
    ...read,
    width: read.limits[1][0]! * mm,
    height: read.limits[1][1]! * mm,
    segments: read.segments
      .filter(([, , layer]) => layer !== 'PICTURES')
      .map(([from, to]) => ({ from: point(from), to: point(to) })),
    outlines: read.segments
      .filter(([, , layer]) => layer === 'PICTURES')
      .map(([from, to]) => ({ from: point(from), to: point(to) })),
    lineWeights: read.segments.map(([, , layer, weight]) => ({ layer, weight })),
    texts: read.texts.map(({ text, at, height, letterWidth, rotation, font, tag }) => {
      const { perEm, capital } = advance(fontNamed(font), text);
      const start = point(at);
      return {
        text,
        start,
        end: along(start, rotation, (height / capital) * perEm * letterWidth * mm),
        letterWidth,
        tag,
      };
    }),
  };
}

function along({ x, y }: Point, deg: number, length: number): Point {
  const angle = (deg * Math.PI) / 180;
  return { x: x + Math.cos(angle) * length, y: y + Math.sin(angle) * length };
}

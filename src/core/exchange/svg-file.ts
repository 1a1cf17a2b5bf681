import subsetFont from 'subset-font';
import { fontFamily } from '../lettering/fonts';
import { type OpenedFont, openFont } from '../lettering/opened-font';
import { LAYOUT_TABLES } from '../lettering/plain-font';
import { joinedScene } from '../scene/joined';
import type { Scene, TextPrimitive } from '../scene/scene';
import type { SheetFiles } from './sheet-files';
import {
  SETTING_SIZE,
  SHEET_TEXT_STYLE,
  type SvgElement,
  fontsUsed,
  round,
  svgElement,
  textPaint,
  textTransform,
} from './svg';

/** How text stands in an SVG file: as letters that can be read and searched, or as their outlines, the same in every program. */
export type SvgText = 'letters' | 'outlines';

/** What XML 1.0 does not take at all, not even as a reference (2.2). */
const NO_XML = /[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu;

const escape = (text: string) =>
  text.replace(NO_XML, '').replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

/**
 * Writes a scene as an SVG file in true size. As letters it carries the fonts it uses, with no more than the letters it uses, and a
 * position for each of them, so that a program that spaces letters otherwise cannot; as outlines it needs no font at all.
 *
 * @param title for readers of the file
 */
export async function writeSvg(
  scene: Scene,
  files: SheetFiles,
  title: string,
  text: SvgText = 'letters',
): Promise<string> {
  const types = new Map(
    scene.primitives.flatMap((one) => (one.kind === 'image' ? [[one.hash, one.type] as const] : [])),
  );
  const embedded = (hash: string) =>
    `data:image/${types.get(hash)};base64,${Buffer.from(files.picture(hash)).toString('base64')}`;
  const fonts = new Map(fontsUsed(scene).map((id) => [id, openFont(files.font(id))]));
  const faces = text === 'outlines' ? [] : await Promise.all(fontsUsed(scene).map((id) => fontFace(id, scene, files)));
  const elements = joinedScene(scene).primitives.map((primitive) => {
    const element =
      primitive.kind === 'text'
        ? (text === 'outlines' ? outlined : placed)(primitive, fonts.get(primitive.font)!, scene.height)
        : svgElement(primitive, scene.height, embedded);
    const written = Object.entries(element.attributes).map(([name, value]) => ` ${name}="${escape(String(value))}"`);
    const source = ` data-source="${escape(primitive.source)}" data-layer="${primitive.layer}"`;
    const { tag, text: content } = element;
    return `<${tag}${written.join('')}${source}${content === undefined ? '/>' : `>${escape(content)}</${tag}>`}`;
  });
  const { width, height } = scene;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">`,
    `<title>${escape(title)}</title>`,
    ...(text === 'letters' ? [`<style>${faces.join('')}text{${SHEET_TEXT_STYLE}}</style>`] : []),
    ...elements,
    '</svg>',
    '',
  ].join('\n');
}

/** A font with those of its letters that a scene uses, as a rule of a style sheet. */
async function fontFace(id: string, scene: Scene, files: SheetFiles): Promise<string> {
  const texts = scene.primitives.flatMap((one) => (one.kind === 'text' && one.font === id ? [one.text] : []));
  const letters = [...new Set(texts.join(''))].sort().join('');
  const subset = await subsetFont(Buffer.from(files.font(id)), letters, {
    targetFormat: 'sfnt',
    dropTables: LAYOUT_TABLES,
  });
  return `@font-face{font-family:${fontFamily(id)};src:url(data:font/ttf;base64,${subset.toString('base64')}) format('truetype')}`;
}

/** A run as text with a position for each of its characters (UTF-16). */
function placed(run: TextPrimitive, font: OpenedFont, sheetHeight: number): SvgElement {
  const element = svgElement(run, sheetHeight, () => '');
  const at: number[] = [];
  let along = 0;
  for (const character of run.text) {
    for (let i = 0; i < character.length; i++) at.push(round(along));
    along += (font.advance(character.codePointAt(0)!) / font.unitsPerEm) * SETTING_SIZE;
  }
  return at.length > 1 ? { ...element, attributes: { ...element.attributes, x: at.join(' ') } } : element;
}

/** A run as the outlines of its letters, named by its text for those who hear it. */
function outlined(run: TextPrimitive, font: OpenedFont, sheetHeight: number): SvgElement {
  const scale = SETTING_SIZE / font.unitsPerEm;
  let along = 0;
  let d = '';
  for (const character of run.text) {
    const code = character.codePointAt(0)!;
    // Outlines are in font units with y up.
    d += movedOutline(font.outline(code), along, scale);
    along += font.advance(code);
  }
  return {
    tag: 'path',
    attributes: {
      d,
      transform: textTransform(run, round(sheetHeight - run.y)),
      ...textPaint(run),
      role: 'img',
      'aria-label': run.text,
    },
  };
}

/** Path data in font units, moved along its line, in units of the setting size with y down. */
function movedOutline(outline: string, along: number, scale: number): string {
  let isX = false;
  return outline.replace(/[A-Z]|-?[\d.]+(?:e-?\d+)?/g, (token) => {
    if (/[A-Z]/.test(token)) {
      isX = true;
      return token;
    }
    const value = isX ? (Number(token) + along) * scale : -Number(token) * scale;
    isX = !isX;
    return String(round(value));
  });
}

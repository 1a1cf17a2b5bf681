/**
 * Reads the pages of a PDF with a parser other than the writer's: page size, strokes and runs of text, in mm with the origin at the lower
 * left, and with “ink” as the second argument the box that the outlines of each run fill, taken from the fonts that the file carries.
 * Prints a JSON list. A process of its own, since the parser is an ES module.
 */
import { Buffer } from 'node:buffer';
import { readFileSync } from 'node:fs';
import { create } from 'fontkit';
import { OPS, getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

const MM = 25.4 / 72;
const document = await getDocument({
  data: new Uint8Array(readFileSync(process.argv[2])),
  useSystemFonts: false,
  fontExtraProperties: true,
  verbosity: 0,
}).promise;
const multiply = (m, n) => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
];
const at = (m, x, y) => ({ x: (m[0] * x + m[2] * y + m[4]) * MM, y: (m[1] * x + m[3] * y + m[5]) * MM });

const withInk = process.argv[3] === 'ink';
const [fonts, outlinesKnown] = [new Map(), new Map()];

/** The points that the outline of a glyph of an embedded font goes through, in shares of the font's size; curves as eight stretches. */
function outlineOf(page, fontName, glyph) {
  const key = `${fontName} ${glyph}`;
  if (!outlinesKnown.has(key)) {
    if (!fonts.has(fontName)) fonts.set(fontName, create(Buffer.from(page.commonObjs.get(fontName).data)));
    const font = fonts.get(fontName);
    const points = [];
    let last = [0, 0];
    for (const { command, args } of font.getGlyph(glyph).path.commands) {
      const ends = [];
      for (let i = 0; i < args.length; i += 2) ends.push([args[i], args[i + 1]]);
      if (command === 'moveTo' || command === 'lineTo') points.push(ends[0]);
      else if (ends.length > 1) {
        const controls = [last, ...ends];
        for (let step = 1; step <= 8; step++) {
          let level = controls;
          while (level.length > 1)
            level = level.slice(1).map((to, i) => [0, 1].map((k) => level[i][k] + ((to[k] - level[i][k]) * step) / 8));
          points.push(level[0]);
        }
      }
      if (ends.length > 0) last = ends.at(-1);
    }
    outlinesKnown.set(
      key,
      points.map(([x, y]) => [x / font.unitsPerEm, y / font.unitsPerEm]),
    );
  }
  return outlinesKnown.get(key);
}

function pathSegments(data, matrix) {
  const list = [];
  let [first, last] = [undefined, undefined];
  for (let i = 0; i < data.length;) {
    const op = data[i++];
    if (op === 0) first = last = at(matrix, data[i++], data[i++]);
    else if (op === 1) {
      const to = at(matrix, data[i++], data[i++]);
      list.push({ from: last, to });
      last = to;
    } else if (op === 2) {
      i += 4;
      last = at(matrix, data[i++], data[i++]);
    } else if (op === 4 && Math.hypot(last.x - first.x, last.y - first.y) > 1e-6) list.push({ from: last, to: first });
  }
  return list;
}

async function read(page) {
  const operators = await page.getOperatorList();
  let state = { matrix: [1, 0, 0, 1, 0, 0], lineWidth: 1, fontSize: 1, font: '', scaling: 1, text: [1, 0, 0, 1, 0, 0] };
  const stack = [];
  const [segments, texts, images, outlines] = [[], [], [], []];

  operators.fnArray.forEach((operator, i) => {
    const parameters = operators.argsArray[i];
    if (operator === OPS.save) stack.push({ ...state });
    else if (operator === OPS.restore) state = stack.pop();
    else if (operator === OPS.transform) state.matrix = multiply(state.matrix, parameters);
    else if (operator === OPS.setLineWidth) state.lineWidth = parameters[0];
    else if (operator === OPS.setFont) [state.font, state.fontSize] = parameters;
    else if (operator === OPS.setTextRenderingMode) state.rendering = parameters[0];
    else if (operator === OPS.setHScale) state.scaling = parameters[0] / 100;
    else if (operator === OPS.setTextMatrix) state.text = [...parameters[0]];
    else if (operator === OPS.beginText) state.text = [1, 0, 0, 1, 0, 0];
    else if (operator === OPS.paintImageXObject)
      images.push({ from: at(state.matrix, 0, 0), to: at(state.matrix, 1, 1) });
    else if (operator === OPS.constructPath && parameters[0] === OPS.fill)
      outlines.push(...pathSegments(parameters[1][0], state.matrix));
    else if (operator === OPS.constructPath && parameters[0] === OPS.stroke) {
      for (const segment of pathSegments(parameters[1][0], state.matrix))
        segments.push({ ...segment, width: state.lineWidth * MM });
    } else if (operator === OPS.showText) {
      const matrix = multiply(state.matrix, state.text);
      let advance = 0;
      let text = '';
      let ink;
      for (const glyph of parameters[0]) {
        if (typeof glyph === 'number') advance -= (glyph / 1000) * state.fontSize;
        else {
          if (withInk) {
            for (const [x, y] of outlineOf(page, state.font, glyph.originalCharCode)) {
              const point = at(matrix, (advance + x * state.fontSize) * state.scaling, y * state.fontSize);
              ink ??= { left: point.x, right: point.x, bottom: point.y, top: point.y };
              ink.left = Math.min(ink.left, point.x);
              ink.right = Math.max(ink.right, point.x);
              ink.bottom = Math.min(ink.bottom, point.y);
              ink.top = Math.max(ink.top, point.y);
            }
          }
          advance += (glyph.width / 1000) * state.fontSize;
          text += glyph.unicode;
        }
      }
      // Letters that are filled and stroked reach half of the line further.
      const stroke = state.rendering === 2 ? (state.lineWidth * MM) / 2 : 0;
      texts.push({
        text,
        ...(ink && {
          ink: {
            left: ink.left - stroke,
            right: ink.right + stroke,
            bottom: ink.bottom - stroke,
            top: ink.top + stroke,
          },
        }),
        start: at(matrix, 0, 0),
        end: at(matrix, advance * state.scaling, 0),
        letterWidth: state.scaling,
        emSize: state.fontSize * MM,
      });
    }
  });
  const [, , width, height] = page.view;
  return { width: width * MM, height: height * MM, segments, texts, images, outlines };
}

const pages = [];
for (let i = 1; i <= document.numPages; i++) pages.push(await read(await document.getPage(i)));
console.log(JSON.stringify(pages));

/**
 * Reads the first page of a PDF with a parser other than the writer's: page size, strokes and runs of text, in mm with
 * the origin at the lower left. Prints JSON. A process of its own, since the parser is an ES module.
 */
import { readFileSync } from 'node:fs';
import { OPS, getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

const MM = 25.4 / 72;
const document = await getDocument({
  data: new Uint8Array(readFileSync(process.argv[2])),
  useSystemFonts: false,
  verbosity: 0,
}).promise;
const page = await document.getPage(1);
const operators = await page.getOperatorList();
const multiply = (m, n) => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
];
const at = (m, x, y) => ({ x: (m[0] * x + m[2] * y + m[4]) * MM, y: (m[1] * x + m[3] * y + m[5]) * MM });

let state = { matrix: [1, 0, 0, 1, 0, 0], lineWidth: 1, fontSize: 1, font: '', scaling: 1, text: [1, 0, 0, 1, 0, 0] };
const stack = [];
const [segments, texts, images, outlines] = [[], [], [], []];

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

operators.fnArray.forEach((operator, i) => {
  const parameters = operators.argsArray[i];
  if (operator === OPS.save) stack.push({ ...state });
  else if (operator === OPS.restore) state = stack.pop();
  else if (operator === OPS.transform) state.matrix = multiply(state.matrix, parameters);
  else if (operator === OPS.setLineWidth) state.lineWidth = parameters[0];
  else if (operator === OPS.setFont) [state.font, state.fontSize] = parameters;
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
    for (const glyph of parameters[0]) {
      if (typeof glyph === 'number') advance -= (glyph / 1000) * state.fontSize;
      else {
        advance += (glyph.width / 1000) * state.fontSize;
        text += glyph.unicode;
      }
    }
    texts.push({
      text,
      start: at(matrix, 0, 0),
      end: at(matrix, advance * state.scaling, 0),
      letterWidth: state.scaling,
      emSize: state.fontSize * MM,
    });
  }
});

const [, , width, height] = page.view;
console.log(JSON.stringify({ width: width * MM, height: height * MM, segments, texts, images, outlines }));

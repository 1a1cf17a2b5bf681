import type { Dxf, DxfEntity, DxfTextFields } from 'dxf';
import type { LooseText } from './placed-text';
import { plainLine, plainText } from './text-codes';

type Styles = Dxf['tables']['styles'];

const ACROSS = ['left', 'centre', 'right', 'left', 'centre', 'left'] as const;
const UP = ['base', 'bottom', 'middle', 'top'] as const;

/** A text of one line as it stands, in the coordinates of what it stands in. */
export function textOfLine(fields: DxfTextFields, styles: Styles): LooseText {
  const style = styles[fields.styleName ?? 'STANDARD'] ?? styles[fields.styleName ?? 'Standard'];
  const across = fields.hAlign ?? 0;
  const up = fields.vAlign ?? 0;
  // Aligned and fitted texts (3 and 5) lie between two points, of which the first one is theirs.
  const isHeldElsewhere = (across !== 0 || up !== 0) && across !== 3 && across !== 5;
  const held = isHeldElsewhere && fields.x2 !== undefined && fields.y2 !== undefined;
  return {
    text: plainLine(fields.string ?? ''),
    at: held ? { x: fields.x2!, y: fields.y2! } : { x: fields.x ?? 0, y: fields.y ?? 0 },
    across: held ? (ACROSS[across] ?? 'left') : 'left',
    // 4 across is the very middle of the text.
    up: held ? (across === 4 ? 'middle' : (UP[up] ?? 'base')) : 'base',
    height: fields.textHeight ?? 0,
    turn: fields.rotation ?? 0,
    letterWidth: fields.relScaleX ?? style?.widthFactor ?? 1,
    slantDeg: fields.obliqueAngle ?? style?.obliqueAngle ?? 0,
    ...fontOf(style?.primaryFontFileName ?? fields.styleName),
  };
}

/** The lines of a longer text, each as a text of its own. Base lines lie 5/3 of the height apart, times the text's own factor. */
export function linesOfText(entity: DxfEntity & { string?: string }, styles: Styles): LooseText[] {
  const plain = plainText(entity.string ?? '');
  const style = styles[entity.styleName ?? 'STANDARD'] ?? styles[entity.styleName ?? 'Standard'];
  const height = plain.height ?? (entity.nominalTextHeight ?? 0) * plain.heightFactor;
  const attachment = (entity.attachmentPoint ?? 1) - 1;
  const across = (['left', 'centre', 'right'] as const)[attachment % 3] ?? 'left';
  const vertical = Math.floor(attachment / 3);
  const distance = (5 / 3) * height * (entity.lineSpacingFactor ?? 1);
  const whole = height + (plain.lines.length - 1) * distance;
  const first = vertical === 0 ? -height : vertical === 1 ? whole / 2 - height : whole - height;
  const turn =
    entity.xAxisX !== undefined || entity.xAxisY !== undefined
      ? (Math.atan2(entity.xAxisY ?? 0, entity.xAxisX ?? 0) * 180) / Math.PI
      : (entity.rotation ?? 0);
  const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  const font = fontOf(plain.font ?? style?.primaryFontFileName ?? entity.styleName);
  return plain.lines.flatMap((text, i): LooseText[] => {
    const down = first - i * distance;
    if (text.trim() === '') return [];
    return [
      {
        text,
        at: { x: (entity.x ?? 0) - sin * down, y: (entity.y ?? 0) + cos * down },
        across,
        up: 'base',
        height,
        turn,
        letterWidth: plain.letterWidth ?? style?.widthFactor ?? 1,
        slantDeg: style?.obliqueAngle ?? 0,
        font: font.font,
        bold: plain.bold || font.bold,
      },
    ];
  });
}

const fontOf = (name = ''): { font: string; bold: boolean } => ({ font: name, bold: /bold/i.test(name) });

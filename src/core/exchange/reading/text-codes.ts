/** Signs that a text of a DXF writes as `%%` and a letter. */
const SIGNS: Record<string, string> = { c: 'Ø', d: '°', p: '±', '%': '%', u: '', o: '', k: '' };

/** The text of a single line without the codes of a DXF: `%%c`, `%%176`, `\U+2300`, `^ `. */
export function plainLine(text: string): string {
  return unicoded(text)
    .replace(/%%(\d{3})/g, (_, code: string) => String.fromCodePoint(Number(code)))
    .replace(/%%([cdpuok%])/gi, (_, sign: string) => SIGNS[sign.toLowerCase()] ?? '')
    .replace(/\^I/g, ' ')
    .replace(/\^ /g, '^');
}

const unicoded = (text: string): string =>
  text
    .replace(/\\U\+([0-9a-f]{4,5})/gi, (_, hex: string) => String.fromCodePoint(parseInt(hex, 16)))
    .replace(/\\M\+\d[0-9a-f]{4}/gi, '□');

/** A longer text of a DXF, without its codes: its lines, and what of height and letter width holds for the whole of it. */
export interface PlainText {
  lines: string[];
  /** A factor on the text's height, when the text says one before its first letter. */
  heightFactor: number;
  height?: number;
  letterWidth?: number;
  bold: boolean;
  font?: string;
}

/**
 * Reads the codes of a longer text (MTEXT): paragraphs, stacked fractions, spaces and braces become plain text, looks that begin the text
 * are kept, those within it are left out.
 */
export function plainText(coded: string): PlainText {
  const plain: PlainText = { lines: [''], heightFactor: 1, bold: false };
  const add = (text: string) => (plain.lines[plain.lines.length - 1] += text);
  const isFirst = () => plain.lines.length === 1 && plain.lines[0] === '';
  let i = 0;
  const upTo = (end: string) => {
    const at = coded.indexOf(end, i);
    const value = coded.slice(i, at < 0 ? coded.length : at);
    i = at < 0 ? coded.length : at + end.length;
    return value;
  };
  while (i < coded.length) {
    const c = coded[i++]!;
    if (c === '{' || c === '}') continue;
    if (c !== '\\') {
      add(c);
      continue;
    }
    const code = coded[i++] ?? '';
    switch (code) {
      case 'P':
      case 'X':
      case 'N':
        plain.lines.push('');
        break;
      case '~':
        add(' ');
        break;
      case '\\':
      case '{':
      case '}':
        add(code);
        break;
      case 'U':
      case 'M':
        add(unicoded(`\\${code}${coded.slice(i, i + (code === 'U' ? 5 : 6))}`));
        i += code === 'U' ? 5 : 6;
        break;
      case 'S':
        add(upTo(';').replace(/[\^#]/, '/'));
        break;
      case 'H': {
        const value = upTo(';');
        const size = parseFloat(value);
        if (isFirst() && size > 0) {
          if (/x$/i.test(value)) plain.heightFactor *= size;
          else plain.height = size;
        }
        break;
      }
      case 'W': {
        const width = parseFloat(upTo(';'));
        if (isFirst() && width > 0) plain.letterWidth = width;
        break;
      }
      case 'f':
      case 'F': {
        const [font, ...flags] = upTo(';').split('|');
        if (isFirst()) {
          plain.font = font;
          plain.bold = flags.includes('b1');
        }
        break;
      }
      case 'A':
      case 'C':
      case 'c':
      case 'T':
      case 'Q':
      case 'p':
        upTo(';');
        break;
      case 'L':
      case 'l':
      case 'O':
      case 'o':
      case 'K':
      case 'k':
        break;
      default:
        add(code);
    }
  }
  plain.lines = plain.lines.map(plainLine);
  return plain;
}

import { type Outcome, refuse } from '../refusal';

/** One parameter of an instance, as ISO 10303-21 writes it. */
export type StepValue =
  | number
  | string
  | null
  | { ref: number }
  | { enumeration: string }
  | { type: string; values: StepValue[] }
  | StepValue[];

export interface StepInstance {
  id: number;
  /** Capitals. An instance of several types at once, `(A(…)B(…))`, stands as its records in order. */
  records: { type: string; values: StepValue[] }[];
}

/** The data of a STEP file: its instances, read when they are asked for. */
export interface StepText {
  /** The values of FILE_NAME: name, time stamp, authors, organisations … */
  fileName: StepValue[];
  instance(id: number): StepInstance | undefined;
  /** The instances whose first record is of that type, in the file's order. */
  ofType(type: string): StepInstance[];
}

/** What follows a name of a type or an instance at the start of a statement. */
const INSTANCE = /^#(\d+)\s*=\s*\(?\s*([A-Z0-9_]+)/;

/**
 * Reads the text of a STEP file (ISO 10303-21, clear text encoding): its statements are found at once, their parameters when
 * they are asked for. A file that is none, or that is cut short, is refused with the line.
 */
export function readStepText(text: string): Outcome<{ step: StepText }> {
  if (!/^\s*ISO-10303-21\s*;/.test(text)) return refuse('It is not a STEP file: it does not begin with ISO-10303-21.');
  const statements = statementsOf(text);
  if (!statements.ok) return statements;
  const words = statements.list.map(({ from, to }) => text.slice(from, to));
  if (words.at(-1) !== 'END-ISO-10303-21') {
    return refuse(`It is cut short after line ${lineOf(text, text.trimEnd().length)}: END-ISO-10303-21 is missing.`);
  }
  const bodies = new Map<number, string>();
  const types = new Map<string, number[]>();
  let fileName: StepValue[] = [];
  for (const statement of words) {
    if (statement.startsWith('FILE_NAME')) {
      const read = parameters(statement);
      if (!read.ok) return refuse(`FILE_NAME: ${read.reason}`);
      fileName = read.records[0]?.values ?? [];
    }
    const match = INSTANCE.exec(statement);
    if (!match) continue;
    const [id, type] = [Number(match[1]), match[2]!];
    bodies.set(id, statement.slice(statement.indexOf('=') + 1));
    const alike = types.get(type);
    if (alike) alike.push(id);
    else types.set(type, [id]);
  }
  const read = new Map<number, StepInstance | undefined>();
  const instance = (id: number) => {
    if (!read.has(id)) {
      const body = bodies.get(id);
      const records = body === undefined ? undefined : parameters(body);
      read.set(id, records?.ok ? { id, records: records.records } : undefined);
    }
    return read.get(id);
  };
  const ofType = (type: string) => (types.get(type) ?? []).flatMap((id) => instance(id) ?? []);
  return { ok: true, step: { fileName, instance, ofType } };
}

/** Where each statement stands, without its semicolon and the space and comments before it. */
function statementsOf(text: string): Outcome<{ list: { from: number; to: number }[] }> {
  const list: { from: number; to: number }[] = [];
  let from = -1;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (c === 0x2f && text[i + 1] === '*') {
      const end = text.indexOf('*/', i + 2);
      if (end < 0) return refuse(`A comment that begins on line ${lineOf(text, i)} does not end.`);
      i = end + 1;
    } else if (c === 0x27) {
      const end = text.indexOf("'", i + 1);
      if (end < 0) return refuse(`It is cut short: a text that begins on line ${lineOf(text, i)} does not end.`);
      i = end;
    } else if (c === 0x3b) {
      if (from >= 0) list.push({ from, to: i });
      from = -1;
    } else if (c > 0x20 && from < 0) from = i;
  }
  return { ok: true, list };
}

const lineOf = (text: string, at: number) => text.slice(0, at).split('\n').length;

const TOKEN =
  /\s+|\/\*[^]*?\*\/|'[^']*(?:''[^']*)*'|"[0-9A-F]*"|#\d+|\.[A-Z0-9_]+\.|[+-]?\d+(?:\.\d*)?(?:E[+-]?\d+)?|[A-Z_][A-Z0-9_]*|[(),$*=]/gy;

/** How deep lists of an instance may lie in one another. */
const DEEPEST = 200;

/** Reads `TYPE(…)` or `(A(…)B(…))`. */
function parameters(body: string): Outcome<{ records: StepInstance['records'] }> {
  const tokens: string[] = [];
  TOKEN.lastIndex = 0;
  while (TOKEN.lastIndex < body.length) {
    const at = TOKEN.lastIndex;
    const token = TOKEN.exec(body)?.[0];
    if (token === undefined) return refuse(`“${body.slice(at, at + 12)}” cannot be read.`);
    if (!/^(\s|\/\*)/.test(token)) tokens.push(token);
  }
  let [depth, deepest] = [0, 0];
  for (const token of tokens) {
    if (token === '(') deepest = Math.max(deepest, ++depth);
    else if (token === ')') depth--;
  }
  if (deepest > DEEPEST) return refuse(`Lists lie more than ${DEEPEST} deep in one another.`);
  let at = 0;
  const record = () => {
    const type = tokens[at++] ?? '';
    return { type, values: list() };
  };
  const list = (): StepValue[] => {
    const values: StepValue[] = [];
    if (tokens[at] !== '(') return values;
    at++;
    while (at < tokens.length && tokens[at] !== ')') {
      if (tokens[at] === ',') at++;
      else values.push(value());
    }
    at++;
    return values;
  };
  const value = (): StepValue => {
    const token = tokens[at]!;
    if (token === '(') return list();
    if (/^[A-Z_]/.test(token)) return record();
    at++;
    if (token.startsWith("'")) return stepString(token.slice(1, -1));
    if (token.startsWith('#')) return { ref: Number(token.slice(1)) };
    if (token.startsWith('.')) return { enumeration: token.slice(1, -1) };
    return /^[+\d-]/.test(token) ? Number(token) : null;
  };
  if (tokens[0] !== '(') return { ok: true, records: [record()] };
  at = 1;
  const records: StepInstance['records'] = [];
  while (at < tokens.length && tokens[at] !== ')') records.push(record());
  return { ok: true, records };
}

/**
 * The text of a string: doubled quotes and backslashes, `\S\` (ISO 8859-1's upper half), `\X\` (one byte), `\X2\` and `\X4\`
 * (two and four bytes a character) after ISO 10303-21, 6.4.3. Files that write UTF-8 as it is are read as they are.
 */
export function stepString(raw: string): string {
  return raw
    .replace(/[\r\n]/g, '')
    .replaceAll("''", "'")
    .replace(
      /\\X2\\((?:[0-9A-Fa-f]{4})+)\\X0\\|\\X4\\((?:[0-9A-Fa-f]{8})+)\\X0\\|\\X\\([0-9A-Fa-f]{2})|\\S\\(.)|\\P[A-I]\\|\\\\/g,
      (_, two?: string, four?: string, byte?: string, upper?: string) => {
        if (two) return characters(two, 4, String.fromCharCode);
        if (four) return characters(four, 8, codePoint);
        if (byte) return String.fromCharCode(Number.parseInt(byte, 16));
        if (upper) return String.fromCharCode(upper.charCodeAt(0) + 0x80);
        return _.startsWith('\\P') ? '' : '\\';
      },
    );
}

/** A character by its code; what is none is told from all that are (U+FFFD). */
const codePoint = (code: number): string => (code <= 0x10ffff ? String.fromCodePoint(code) : '\ufffd');

function characters(hex: string, digits: number, character: (code: number) => string): string {
  const codes = hex.match(new RegExp(`.{${digits}}`, 'g')) ?? [];
  return codes.map((code) => character(Number.parseInt(code, 16))).join('');
}

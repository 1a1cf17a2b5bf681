import type { AskedValue, Part } from '../format/document';
import { namedId } from '../named-id';
import { SUPPLIED } from '../property/supplied';
import type { Dictionary } from './dictionary';
import type { SheetText } from './texts';

/** What a text of a cell is taken for. */
export interface Meaning {
  kind: 'fixed' | 'linked' | 'asked';
  parts: Part[];
  /** The property or question it stands for. */
  property?: string;
  /** The question, when nobody has asked it yet. */
  question?: AskedValue;
  /** From 0 to 1. */
  sure: number;
  /** By what it was found. */
  by: 'its tag' | 'a placeholder' | 'its caption' | 'its words' | 'nothing' | 'hand';
}

/** What somebody says that a text is. */
export type Correction = { kind: 'fixed' } | { kind: 'linked'; property: string } | { kind: 'asked'; name: string };

const link = (property: string): Part => ({ kind: 'linked', property });
const fixed = (text: string): Part => ({ kind: 'fixed', text: text.slice(0, 500) });

/** Names in a prompt that say what a place prints, in the marks that Zonograph writes them with. */
const NAMES = /‹([^‹›]+)›/g;

/** What a text is: a place that is filled in by its tag, a placeholder by its name, a sample by its caption, else a text that is fixed. */
export function meaningOf(
  text: SheetText,
  caption: string | undefined,
  dictionary: Dictionary,
  correction?: Correction,
): Meaning {
  if (correction) return corrected(text, correction, dictionary);
  return (
    byTag(text, dictionary) ??
    byPlaceholder(text, caption, dictionary) ??
    byCaption(text, caption, dictionary) ??
    byWords(text, dictionary) ??
    plain(text, caption)
  );
}

function corrected(text: SheetText, correction: Correction, dictionary: Dictionary): Meaning {
  if (correction.kind === 'fixed') return { kind: 'fixed', parts: [fixed(text.text)], sure: 1, by: 'hand' };
  if (correction.kind === 'linked')
    return { kind: 'linked', parts: [link(correction.property)], property: correction.property, sure: 1, by: 'hand' };
  return { ...asked(correction.name, text, dictionary), sure: 1, by: 'hand' };
}

function asked(
  name: string,
  { text, attribute }: SheetText,
  dictionary: Dictionary,
): Pick<Meaning, 'kind' | 'parts' | 'property' | 'question'> {
  const shown = readable(name);
  const id = namedId(shown, 'asked');
  // A property of the dictionary keeps its id to itself.
  const key = dictionary.get(id) ? `${id}-asked` : id;
  const preset = attribute?.isEmpty && text.trim() !== '' && text.trim() !== attribute.tag ? text.trim() : undefined;
  const question: AskedValue = {
    key,
    name: shown.slice(0, 120),
    prompt: (attribute?.prompt && !attribute.prompt.includes('‹') ? attribute.prompt : `${shown}?`).slice(0, 200),
    type: 'text',
    required: false,
    missing: { print: 'dash', report: true },
    ...(preset !== undefined && { default: { value: preset } }),
    ...(!attribute?.isEmpty && text.trim() !== '' && { sample: text.trim() }),
  };
  return { kind: 'asked', parts: [{ kind: 'asked', asked: key }], property: key, question };
}

/** A tag as people read it: DRAWN_BY is Drawn by. */
function readable(tag: string): string {
  const words = tag.replace(/[_\s]+/g, ' ').trim();
  if (words !== words.toUpperCase()) return words;
  return words.charAt(0) + words.slice(1).toLowerCase();
}

function byTag(text: SheetText, dictionary: Dictionary): Meaning | undefined {
  const { attribute } = text;
  if (!attribute) return undefined;
  const named = attribute.prompt === undefined ? undefined : namesIn(attribute.prompt, dictionary);
  if (named) return { ...named, sure: 1, by: 'its tag' };
  const property = dictionary.named(attribute.tag);
  if (property)
    return { kind: 'linked', parts: sheetOf(property.id, text.text), property: property.id, sure: 0.95, by: 'its tag' };
  return { ...asked(attribute.tag.replace(/_\d+$/, ''), text, dictionary), sure: 0.8, by: 'its tag' };
}

/** A text with names of properties in it, as links with what stands between them. */
function namesIn(pattern: string, dictionary: Dictionary): Omit<Meaning, 'sure' | 'by'> | undefined {
  const parts: Part[] = [];
  let at = 0;
  let first: string | undefined;
  for (const match of pattern.matchAll(NAMES)) {
    const property = dictionary.named(match[1]!);
    if (!property) return undefined;
    first ??= property.id;
    if (match.index > at) parts.push(fixed(pattern.slice(at, match.index)));
    parts.push(link(property.id));
    at = match.index + match[0].length;
  }
  if (first === undefined) return undefined;
  if (at < pattern.length) parts.push(fixed(pattern.slice(at)));
  return { kind: 'linked', parts, property: first };
}

/** A text in brackets or signs that name a place to fill in. */
const BRACKETED =
  /^(?:<+|\[+|\{+|«|‹|\$+[({]?|%|#|&|@)\s*([\p{L}][\p{L}\p{N} ._/-]*?)\s*(?:>+|\]+|\}+|»|›|\)|%|#|\$|&|@)?$/u;
/** Signs that only hold a place. */
const HOLDING = /^(?:[xX]{2,}[xX.\-/ ]*|_{2,}|\.{3,}|-{2,}|\?+|#{2,}|n\/?a|tbd|tba)$/;

function byPlaceholder(text: SheetText, caption: string | undefined, dictionary: Dictionary): Meaning | undefined {
  const bare = text.text.trim();
  const named = BRACKETED.exec(bare)?.[1];
  if (named !== undefined) {
    const property = dictionary.named(named);
    if (property)
      return { kind: 'linked', parts: [link(property.id)], property: property.id, sure: 0.9, by: 'a placeholder' };
    return { ...asked(named, { ...text, text: '' }, dictionary), sure: 0.6, by: 'a placeholder' };
  }
  if (!HOLDING.test(bare)) return undefined;
  const property = caption === undefined ? undefined : dictionary.named(caption);
  if (property)
    return { kind: 'linked', parts: sheetOf(property.id, bare), property: property.id, sure: 0.85, by: 'its caption' };
  return caption === undefined
    ? undefined
    : { ...asked(caption, { ...text, text: '' }, dictionary), sure: 0.5, by: 'its caption' };
}

function byCaption(text: SheetText, caption: string | undefined, dictionary: Dictionary): Meaning | undefined {
  const property = caption === undefined ? undefined : dictionary.named(caption);
  return (
    property && {
      kind: 'linked',
      parts: sheetOf(property.id, text.text),
      property: property.id,
      sure: 0.75,
      by: 'its caption',
    }
  );
}

/** “Scale: 1:2”: a caption and its value in one text. */
function byWords(text: SheetText, dictionary: Dictionary): Meaning | undefined {
  const match = /^([\p{L}][^:=]{1,30}?)\s*[:=]\s*(.*)$/u.exec(text.text.trim());
  const property = match && dictionary.named(match[1]!);
  if (!property) return undefined;
  const head = text.text
    .trim()
    .slice(0, match[0].length - match[2]!.length)
    .trimEnd();
  return {
    kind: 'linked',
    parts: [fixed(`${head} `), ...sheetOf(property.id, match[2]!)],
    property: property.id,
    sure: 0.6,
    by: 'its words',
  };
}

/** “1 / 3” is the sheet's number and how many there are. */
function sheetOf(property: string, text: string): Part[] {
  const match =
    property === SUPPLIED.sheetNumber ? /^[\dxX#_]+(\s*(?:\/|of|von|sur|de)\s*)[\dxX#_]+$/i.exec(text.trim()) : null;
  return match ? [link(property), fixed(match[1]!), link(SUPPLIED.sheetCount)] : [link(property)];
}

function plain({ text }: SheetText, caption: string | undefined): Meaning {
  // A text beneath a caption that nobody knows may well be a sample of something.
  return { kind: 'fixed', parts: [fixed(text)], sure: caption === undefined ? 0.7 : 0.4, by: 'nothing' };
}

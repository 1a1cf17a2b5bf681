import { counted } from '../counted';
import { valueText } from '../property/value';
import type { Foreseen } from './foreseeing';
import { goneWords } from './sheets';

const quoted = (text: string | undefined) =>
  text === undefined || text === '' ? 'nothing' : `“${text.replaceAll('\n', ' ')}”`;

/** One thing that a move does, in words. */
export function foreseenWords(one: Foreseen): string {
  switch (one.kind) {
    case 'printed':
      if (one.was === undefined) return `${one.name} comes: ${quoted(one.is)}.`;
      if (one.is === undefined) return `${one.name} goes: ${quoted(one.was)}.`;
      return `${one.name} prints ${quoted(one.is)} instead of ${quoted(one.was)}.`;
    case 'in another cell':
      return `${quoted(one.text)} stands in “${one.is}” instead of “${one.was}”.`;
    case 'aside':
      return `${one.aside.name} is no longer printed. ${quoted(valueText(one.aside.value))} is kept.`;
    case 'converted':
      return `${one.name} reads ${quoted(valueText(one.is))}; it was ${quoted(valueText(one.was))}.`;
    case 'asked':
      return `${one.name} is asked${one.required ? ' and required' : ''}.`;
    case 'signature':
      return `${one.signed.name}: the signature of ${one.signed.by} is removed.`;
    case 'size':
      return `Sheet ${one.sheet} is ${one.is} instead of ${one.was}.`;
    case 'sheets':
      return `There ${one.is === 1 ? 'is' : 'are'} ${counted(one.is, 'sheet')} instead of ${one.was}.`;
    case 'rows':
      if (one.was === 0) return `The table “${one.table}” comes, with ${counted(one.is, 'row')}.`;
      if (one.is === 0) return `The table “${one.table}” goes, with ${counted(one.was, 'row')}.`;
      return `The table “${one.table}” has ${counted(one.is, 'row')} on sheet ${one.sheet} instead of ${one.was}.`;
    case 'item':
      return `${one.part} is item ${one.is} instead of ${one.was}.`;
    case 'view':
      return `${one.name} on sheet ${one.sheet} is drawn ${one.is} instead of ${one.was}.`;
    case 'zone':
      return one.words;
    case 'gone':
      return goneWords(one.gone);
    case 'finding':
      return one.is === 'new' ? `Sheet ${one.sheet}: ${one.words}` : `Settled: ${one.words}`;
    case 'no sheet':
      return `Sheet ${one.sheet} cannot be made: ${one.words}`;
  }
}

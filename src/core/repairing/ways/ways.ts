import type { Finding, FindingCode } from '../../findings/finding';
import type { Situation, Way, WaysOf } from '../situation';
import { onAnother, outside, rowsLeft, untitled } from './blocks';
import { lackingGlyphs, leftOut, repeated, unwritable } from './contents';
import { askedRevision, askedTwice, emptyCaption, lackingData, noValue, nobodyAsked } from './data';
import { noFont, oddWidth, tooLow } from './styles';
import { longCaption, onALine, overflowing, printingAsZero } from './texts';
import { unresolved } from './tracks';

/** The kinds of finding that can be mended otherwise than by what their check proposes, and how. */
const WAYS: { readonly [C in FindingCode]?: WaysOf<C> } = {
  'tracks do not add up': unresolved,
  'block outside': outside,
  'no title block': untitled,
  'block on another': onAnother,
  'under the least height': tooLow,
  'line width outside the series': oddWidth,
  'text on a line': onALine,
  'font missing': noFont,
  'caption too long': longCaption,
  'nothing behind a caption': emptyCaption,
  'no value': noValue,
  'prints as zero': printingAsZero,
  'text overflows': overflowing,
  'required data missing': lackingData,
  'value cannot be written': unwritable,
  'glyph missing': lackingGlyphs,
  'characters left out': leftOut,
  'one property under two captions': repeated,
  'nobody is asked': nobodyAsked,
  'asked twice': askedTwice,
  'revision asked for': askedRevision,
  'rows without a place': rowsLeft,
};

/** Whether anything may be proposed for a finding; only trying shows what mends it. */
export const mayBeMended = ({ code, repair }: Finding): boolean => repair !== undefined || code in WAYS;

/** The ways in which a finding may be mended: what its check proposes first, then the others. */
export function waysFor(situation: Situation): Way[] {
  const { code, repair } = situation.finding;
  const ways = (WAYS[code] as WaysOf<FindingCode> | undefined)?.(situation) ?? [];
  return [...(repair ? [[repair]] : []), ...ways].filter((way) => way.length > 0);
}

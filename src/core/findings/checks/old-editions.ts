import type { Cell } from '../../format/document';
import { limitsOf } from '../../rules/effective';
import type { Check } from '../check';
import { type Finding, noticed } from '../finding';
import type { LookedSheet } from '../looked-at';

/** A standard as a list of newest editions names it. */
interface Edition {
  /** Finds it in a text, with its year where that is given. */
  like: RegExp;
  /** The year in force; absent for one that was replaced. */
  year?: string;
  /** What a text should say. */
  newest: string;
}

const lists = new WeakMap<readonly string[], Edition[]>();

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** *ISO 7573:2008*, or *ISO 2768-2 → ISO 22081* for a standard that another has replaced. */
function editionsOf(entries: readonly string[]): Edition[] {
  let editions = lists.get(entries);
  if (!editions) {
    editions = entries.map((entry) => {
      const [name = '', replacement] = entry.split('→').map((part) => part.trim());
      const [standard = '', year] = name.split(':');
      const spaced = escaped(standard.trim()).replace(/\s+/g, '\\s*');
      const like = new RegExp(`(?<![\\w-])${spaced}(?:\\s*[:-]\\s*((?:19|20)\\d\\d))?(?![\\w])(?!-\\d)`, 'iu');
      return replacement === undefined ? { like, year: year!, newest: name } : { like, newest: replacement };
    });
    lists.set(entries, editions);
  }
  return editions;
}

/** Standards that a text names in an edition that is not in force any more, or that another has replaced. */
export const oldEditions: Check<LookedSheet> = {
  codes: ['old edition of a standard'],
  look({ cells, laid, rules }) {
    const editions = editionsOf(limitsOf(rules, 'old edition of a standard').editions);
    const findings: Finding[] = [];
    for (const { text, block, id, name } of cells) {
      if (!/\d/.test(text) || !/[A-Z]{2}/i.test(text)) continue;
      for (const { like, year, newest } of editions) {
        const match = like.exec(text);
        if (!match || (year !== undefined && (match[1] === undefined || match[1] === year))) continue;
        const cell = laid.find((one) => one.block.id === block)?.block.cells.find((one) => one.id === id);
        const place = { block, cell: id, name };
        findings.push(
          noticed(
            'old edition of a standard',
            { named: match[0], newest },
            place,
            cell && repair(block, cell, like, newest),
          ),
        );
      }
    }
    return findings;
  },
};

/** Where fixed text names it, the edition in force is put in its place. */
function repair(block: string, cell: Cell, like: RegExp, newest: string) {
  let found = false;
  const contents = cell.contents.map((content) =>
    'parts' in content
      ? {
          ...content,
          parts: content.parts.map((part) => {
            if (part.kind !== 'fixed' || !like.test(part.text)) return part;
            found = true;
            return { ...part, text: part.text.replace(like, newest) };
          }),
        }
      : content,
  );
  return found
    ? {
        kind: { kind: 'write instead' as const, text: newest },
        steps: [{ op: 'set cell' as const, block, cell: cell.id, change: { contents } }],
      }
    : undefined;
}

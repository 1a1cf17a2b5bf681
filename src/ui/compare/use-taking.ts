import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { type FormatView, saveEdition } from '../../contract/formats';
import { type Difference, withMine } from '../../core/format/comparing/differences';
import { useWhyNot } from '../data/me';
import { editionsChanged } from '../data/queries';
import { ask } from '../data/request';
import { bringPictures } from './bring-pictures';
import type { Outside } from './outside';

/** How a single change is taken from one side into the open edition on the other. */
export interface Taking {
  /** What the button on a change says; absent where neither side is changed by whoever looks. */
  words?: 'Put back' | 'Take over';
  take: (change: Difference) => void;
  problem: string | undefined;
  /** What was done last, in words. */
  done: string | undefined;
}

const isChanged = ({ edition, lockedFor }: FormatView) => edition.state === 'open' && lockedFor === undefined;

/**
 * Puts a change back as it was before, when what came after is an open edition; else takes it over into an open one before.
 * @param outside the file that one of them is in
 */
export function useTaking(before: FormatView, after: FormatView, outside: Outside | undefined): Taking {
  const queries = useQueryClient();
  const mayNot = useWhyNot('administrator');
  const [sitting] = useState(() => crypto.randomUUID());
  const [said, setSaid] = useState<{ problem?: string; done?: string }>({});
  const [into, from] = isChanged(after) ? [after, before] : [before, after];
  const able = mayNot === undefined && isChanged(into);
  const words = into === after ? 'Put back' : 'Take over';
  const take = async (change: Difference) => {
    const { id, version, document, number } = into.edition;
    const { name, edition: source } = from;
    const taken = withMine(document, { ...from.edition.document, id: document.id }, [change.place]);
    if (taken.refused.length > 0)
      return setSaid({ problem: `${change.words} cannot be taken alone: ${taken.refused.join(' ')}` });
    const done = `${words === 'Put back' ? 'Put back' : 'Took over'} as in ${name}, edition ${source.number}: ${change.words}`;
    try {
      if (outside) await bringPictures(outside, document, taken.document);
      await ask(saveEdition, { params: { id }, body: { version, document: taken.document, sitting, words: [done] } });
      setSaid({ done: `${change.words}: edition ${number} has it as edition ${source.number} of ${name}.` });
    } catch (error) {
      setSaid({ problem: (error as Error).message });
    }
    editionsChanged(queries, into.id);
  };
  return {
    ...(able && { words }),
    take: (change) => void take(change),
    problem: said.problem,
    done: said.done,
  };
}

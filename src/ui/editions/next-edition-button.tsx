'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { openNextEdition } from '../../contract/editions';
import { Button } from '../controls/button';
import { Problem } from '../controls/field';
import { theQueryClient } from '../data/query-client';
import { editionsChanged } from '../data/queries';
import { ask } from '../data/request';

/** Opens the next edition of a format, from an edition of it, and goes to its board. */
export function NextEditionButton(props: {
  formatId: string;
  from?: string;
  /** As the edition stood at that version. */
  version?: number;
  look?: 'primary';
  words: string;
  /** What happens once it is open; it goes to the board where nothing is said. */
  onOpened?: () => void;
}) {
  const { formatId, from, version, look, words, onOpened } = props;
  const router = useRouter();
  const [problem, setProblem] = useState<string>();
  const open = async () => {
    try {
      await ask(openNextEdition, { params: { id: formatId }, body: { from, version } });
      editionsChanged(theQueryClient(), formatId);
      if (onOpened) onOpened();
      else router.push(`/formats/${encodeURIComponent(formatId)}`);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <>
      <Button type="button" {...(look && { look })} onClick={() => void open()}>
        {words}
      </Button>
      {problem !== undefined && <Problem>{problem}</Problem>}
    </>
  );
}

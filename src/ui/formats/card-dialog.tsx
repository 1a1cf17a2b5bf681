'use client';

import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { type ShelfEntry, makeFormat } from '../../contract/formats';
import { editionsChanged } from '../data/queries';
import { ask } from '../data/request';
import { WithdrawDialog } from '../editions/withdraw-dialog';
import { DeleteDialog } from './delete-dialog';
import { DescribeDialog } from './describe-dialog';
import { NameDialog } from './name-dialog';
import { SharingDialog } from './sharing-dialog';

/** What a card asks about before it is done. */
export type CardTask = 'copy' | 'describe' | 'share' | 'withdraw' | 'delete';

/** Asks what has to be known before something is done with a format on the shelf. */
export function CardDialog({ task, entry, onClose }: { task: CardTask; entry: ShelfEntry; onClose: () => void }) {
  const router = useRouter();
  const queries = useQueryClient();
  const { id, name } = entry;
  const close = (changed: boolean) => {
    onClose();
    if (!changed) return;
    editionsChanged(queries, id);
    void queries.invalidateQueries({ queryKey: ['categories'] });
  };
  const offered = entry.editions.find((edition) => edition.id === entry.inForce?.id);
  switch (task) {
    case 'copy':
      return (
        <NameDialog
          title={`Copy ${name}`}
          start={`${name}, copy`}
          action="Copy and open"
          onClose={onClose}
          onSave={async (called) => {
            const copy = await ask(makeFormat, { body: { copyOf: id, name: called } });
            router.push(`/formats/${copy.id}`);
          }}
        />
      );
    case 'describe':
      return <DescribeDialog entry={entry} onClose={close} />;
    case 'share':
      return <SharingDialog id={id} name={name} onClose={onClose} />;
    case 'withdraw':
      return (
        offered && (
          <WithdrawDialog
            formatId={id}
            name={name}
            edition={offered}
            inForce={offered.number}
            editions={entry.editions}
            onClose={onClose}
            onDone={() => close(true)}
          />
        )
      );
    case 'delete':
      return <DeleteDialog entry={entry} onClose={close} />;
  }
}

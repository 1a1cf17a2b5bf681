'use client';

import { useQueryClient } from '@tanstack/react-query';
import { type ProfileEntry, addProfile } from '../../contract/profiles';
import { ask } from '../data/request';
import { NewFromDialog } from './new-from-dialog';
import { profilesQuery } from './queries';

const STANDARDS = ['ISO', 'ASME', 'BS 8888'] as const;

/** Makes a profile: as a standard has it, or as a copy of another. */
export function NewProfileDialog(props: {
  profiles: readonly ProfileEntry[];
  copyOf: string;
  onClose: () => void;
  onMade: (id: string) => void;
}) {
  const { profiles, copyOf, onClose, onMade } = props;
  const client = useQueryClient();
  return (
    <NewFromDialog
      title="New profile"
      action="Make profile"
      fromLabel="Begins as"
      start={`copy ${copyOf}`}
      options={[
        ...profiles.map(({ id, name }) => ({ value: `copy ${id}`, label: name })),
        ...STANDARDS.map((standard) => ({ value: standard, label: `${standard}, as the standard has it` })),
      ]}
      onClose={onClose}
      onMake={async (name, from) => {
        const standard = STANDARDS.find((one) => one === from);
        const { id } = await ask(addProfile, {
          body: { name, from: standard ? { standard } : { copyOf: from.slice('copy '.length) } },
        });
        await client.invalidateQueries({ queryKey: profilesQuery.queryKey });
        onMade(id);
      }}
    />
  );
}

'use client';

import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { useStore } from 'zustand';
import { releaseProfile } from '../../contract/profiles';
import { differingSettings, settingOf } from '../../core/profile/settings';
import { Dialog } from '../controls/dialog';
import { Problem, TextInput } from '../controls/field';
import { ask } from '../data/request';
import { useBookChange } from '../rules/use-book-change';
import type { ProfileStore } from './profile-store';
import { valueWords } from './setting-words';

/** Releases a profile as its next revision, with what changed since the last and why. */
export function ReleaseDialog({ store, onClose }: { store: ProfileStore; onClose: () => void }) {
  const view = useStore(store.state, (state) => state.view)!;
  const { register, handleSubmit, formState } = useForm({ defaultValues: { why: '' } });
  const [refused, setRefused] = useState<string>();
  const { released, document } = view;
  const changed = released ? differingSettings(released, document) : [];
  const book = useBookChange(released, document);
  const release = handleSubmit(async ({ why }) => {
    try {
      await store.settled();
      const { version } = store.state.getState().view!;
      store.renew(await ask(releaseProfile, { params: { id: view.id }, body: { version, why: why.trim() } }));
      onClose();
    } catch (error) {
      setRefused((error as Error).message);
    }
  });
  const problem = formState.errors.why?.message ?? refused;
  const number = view.revision + 1;
  return (
    <Dialog
      open
      title={`Release revision ${number} of ${view.name}`}
      width="560px"
      onClose={onClose}
      action={{ words: `Release revision ${number}`, form: 'release', disabled: formState.isSubmitting }}
    >
      <Box fontSize="14px" pb="8px">
        {view.drawings > 0 &&
          `${view.drawings} ${view.drawings === 1 ? 'drawing names' : 'drawings name'} this profile. `}
        Drawings keep the revision that their format’s edition was released with; the next edition brings them this one.
        Drawings in work that have another profile than their format follow at once; finished ones keep theirs.
      </Box>
      {changed.length + (book ? 1 : 0) > 0 && (
        <Box
          as="ul"
          listStyleType="none"
          fontSize="14px"
          maxHeight="220px"
          overflowY="auto"
          pb="8px"
          aria-label="What changed"
        >
          {book && (
            <Box as="li">
              Rule book: {book.was} → {book.is}
            </Box>
          )}
          {changed.map((setting) => (
            <Box as="li" key={setting.path}>
              {setting.words}: {valueWords(setting, settingOf(released!, setting.path), released!)} →{' '}
              {valueWords(setting, settingOf(document, setting.path), document)}
            </Box>
          ))}
        </Box>
      )}
      <form id="release" noValidate onSubmit={(event) => void release(event)}>
        <label htmlFor="release-why">Why</label>
        <TextInput
          id="release-why"
          autoFocus
          maxLength={300}
          aria-invalid={problem !== undefined}
          {...register('why', { validate: (text) => text.trim() !== '' || 'Say why it is released.' })}
        />
        {problem !== undefined && <Problem>{problem}</Problem>}
      </form>
    </Dialog>
  );
}

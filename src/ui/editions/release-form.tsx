'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { Box, Flex, chakra } from '@chakra-ui/react';
import Link from 'next/link';
import { type ReactNode, useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { z } from 'zod';
import { type ReleaseProposal, releaseEdition } from '../../contract/editions';
import { counted } from '../../core/counted';
import { Button } from '../controls/button';
import { CheckBox } from '../controls/check-box';
import { Problem, TextArea, TextInput } from '../controls/field';
import { sideOfEdition } from '../compare/sides';
import { RequestFailed, ask } from '../data/request';

const Answers = z.object({
  note: z.string().trim().min(1, 'Say what is new.').max(1000, 'At most 1000 characters.'),
  reason: z.string().trim().max(300, 'At most 300 characters.'),
  countsFrom: z.iso.date('A day is written 2026-03-31.'),
  part: z.boolean(),
  assembly: z.boolean(),
});

/** What a release freezes and clears away, what is found (the children), and what is asked once; then it is done. */
export function ReleaseForm(props: {
  proposal: ReleaseProposal;
  children: ReactNode;
  onReview: () => void;
  onReleased: () => void;
}) {
  const { proposal, children, onReview, onReleased } = props;
  const { format, before, cleared, profile, trials } = proposal;
  const { id, number, version } = format.edition;
  const blocking = proposal.findings.filter(({ weight }) => weight === 'blocks release');
  const [done, setDone] = useState(false);
  const [movedOn, setMovedOn] = useState(false);
  const { register, control, handleSubmit, formState, setError } = useForm<z.infer<typeof Answers>>({
    resolver: zodResolver(Answers),
    defaultValues: {
      note: proposal.note,
      reason: '',
      countsFrom: proposal.today,
      part: proposal.defaults.includes('part'),
      assembly: proposal.defaults.includes('assembly'),
    },
  });
  const { errors, isSubmitting } = formState;
  const release = handleSubmit(async ({ note, reason, countsFrom, part, assembly }) => {
    if (blocking.length > 0 && reason === '')
      return setError('reason', { message: 'Say why, or settle what blocks it first.' });
    try {
      const kinds = [part && ('part' as const), assembly && ('assembly' as const)];
      await ask(releaseEdition, {
        params: { id },
        body: {
          version,
          note,
          ...(reason !== '' && { reason }),
          countsFrom,
          defaults: kinds.filter((kind) => kind !== false),
        },
      });
      setDone(true);
      onReleased();
    } catch (error) {
      setMovedOn(error instanceof RequestFailed && error.status === 409);
      setError('root', { message: (error as Error).message });
    }
  });
  const board = `/formats/${encodeURIComponent(format.id)}`;
  if (done)
    return (
      <Side>
        <Box role="status" color="pine" fontWeight={600} pb="6px">
          ● Edition {number} is released.
        </Box>
        <Box pb="12px">It does not change any more. New drawings are made on it from its day on.</Box>
        <Flex gap="8px" wrap="wrap">
          <Button asChild look="primary">
            <Link href="/formats">To the shelf</Link>
          </Button>
          <Button asChild>
            <Link href={board}>To the board</Link>
          </Button>
        </Flex>
      </Side>
    );
  return (
    <Side>
      <Box as="h1" fontSize="18px" fontWeight={600} pb="4px">
        Release edition {number}
      </Box>
      <Box fontSize="13px" color="soft" pb="10px">
        The document, the definitions it prints, revision {profile.revision} of {profile.name}, its rule book, the
        office’s own values, fonts and pictures are frozen with it.
        {profile.changed && ` What was changed in ${profile.name} since that revision is not.`}
      </Box>
      <Part title="Findings">{children}</Part>
      {cleared.length + trials > 0 && (
        <Part title="Cleared away">
          {cleared.length > 0 && (
            <Box fontSize="13px">
              {counted(cleared.length, 'acceptance')} of findings that are gone: {cleared.join('; ')}
            </Box>
          )}
          {trials > 0 && <Box fontSize="13px">{counted(trials, 'trial drawing')}</Box>}
        </Part>
      )}
      <form id="release-form" noValidate onSubmit={(event) => void release(event)}>
        <Labelled label={before ? `What is new since edition ${before.number}` : 'What it is'} id="release-note">
          <TextArea id="release-note" rows={3} aria-invalid={errors.note !== undefined} {...register('note')} />
          {errors.note?.message !== undefined && <Problem>{errors.note.message}</Problem>}
          {before && (
            <Link
              href={`/formats/compare?a=${sideOfEdition(before.id)}&b=${sideOfEdition(id)}`}
              style={{ textDecoration: 'underline', fontSize: 13 }}
            >
              Compare with edition {before.number}
            </Link>
          )}
        </Labelled>
        {blocking.length > 0 && (
          <Labelled label="Why it is released although a finding blocks it" id="release-reason">
            <TextArea id="release-reason" rows={2} aria-invalid={errors.reason !== undefined} {...register('reason')} />
            {errors.reason?.message !== undefined && <Problem>{errors.reason.message}</Problem>}
          </Labelled>
        )}
        <Labelled label="New drawings are made on it from" id="release-day">
          <TextInput
            id="release-day"
            width="130px"
            aria-invalid={errors.countsFrom !== undefined}
            {...register('countsFrom')}
          />
          {errors.countsFrom?.message !== undefined && <Problem>{errors.countsFrom.message}</Problem>}
        </Labelled>
        <Part title={`${format.name} is the default`}>
          {(['part', 'assembly'] as const).map((kind) => (
            <Controller
              key={kind}
              control={control}
              name={kind}
              render={({ field: { value, onChange } }) => (
                <Box>
                  <CheckBox checked={value} onChange={onChange}>
                    for drawings of {kind === 'part' ? 'parts' : 'assemblies'}
                  </CheckBox>
                </Box>
              )}
            />
          ))}
        </Part>
        {(proposal.refused ?? errors.root?.message) !== undefined && (
          <Problem>{proposal.refused ?? errors.root?.message}</Problem>
        )}
        <Flex gap="8px" py="10px" position="sticky" bottom="-12px" bg="card" borderTop="1px solid" borderColor="line">
          <Button look="primary" type="submit" disabled={isSubmitting || proposal.refused !== undefined}>
            Release edition {number}
          </Button>
          {movedOn && (
            <Button type="button" onClick={onReview}>
              Review it again
            </Button>
          )}
          <Button asChild>
            <Link href={board}>Cancel</Link>
          </Button>
        </Flex>
      </form>
    </Side>
  );
}

const Side = ({ children }: { children: ReactNode }) => (
  <Box as="section" aria-label="Release" width="350px" flexShrink={0} overflowY="auto" bg="card" px="16px" py="12px">
    {children}
  </Box>
);

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <Box as="section" aria-label={title} pb="10px">
    <Box as="h2" fontWeight={600} pb="2px">
      {title}
    </Box>
    {children}
  </Box>
);

const Labelled = ({ label, id, children }: { label: string; id: string; children: ReactNode }) => (
  <Box pb="10px">
    <chakra.label htmlFor={id} display="block" fontWeight={600} pb="2px">
      {label}
    </chakra.label>
    {children}
  </Box>
);

'use client';

import { Box, Flex } from '@chakra-ui/react';
import { format } from 'date-fns';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import type { DrawingView } from '../../contract/drawings';
import { type Person, peopleFor } from '../../core/office/person';
import { mayDo } from '../../core/office/account';
import {
  REVISION_ROW,
  type Signable,
  type Signature,
  type SignedName,
  currentSignatures,
  signedNames,
  signerOf,
} from '../../core/drawing/signing';
import { SUPPLIED } from '../../core/property/supplied';
import { valueText } from '../../core/property/value';
import type { Outcome } from '../../core/refusal';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { Problem, Row, TextInput } from '../controls/field';
import { useMe } from '../data/me';
import type { OnPaper, OpenDrawing } from './drawing-store';

/** What is done with signatures. */
export interface Signing {
  onSign: (of: string, paper?: OnPaper) => Promise<Outcome<object>>;
  onWithdraw: (of: string) => Promise<Outcome<object>>;
}

const momentOf = (at: string): string => format(new Date(at), 'yyyy-MM-dd HH:mm');

const howSigned = ({ at, recordedBy, signedOn }: Signature): string =>
  recordedBy === undefined
    ? `signed ${momentOf(at)}`
    : `signed on paper${signedOn === undefined ? '' : ` ${signedOn}`}, recorded by ${recordedBy} ${momentOf(at)}`;

/** The names that go when a revision is added, or the newest is changed or withdrawn: an earlier revision's row stays approved. */
export const removedByRevising = ({ drawing, formats }: OpenDrawing, newest: boolean): SignedName[] =>
  signedNames(
    formats.map(({ edition }) => edition.document),
    drawing,
  ).filter(({ of }) => newest || of !== REVISION_ROW);

/** One place where somebody signs: who has, when, whether it still counts; whoever may signs or withdraws here. */
export function SignatureRow(props: {
  drawing: DrawingView;
  signable: Signable;
  locked: boolean;
  people: readonly Person[];
  today: string;
  signing: Signing;
  /** It stands under a heading that names it. */
  named?: boolean;
}) {
  const { drawing, signable, locked, people, today, signing, named = false } = props;
  const { of, name, asked } = signable;
  const { me } = useMe();
  const [problem, setProblem] = useState<string>();
  const [recording, setRecording] = useState(false);
  const value = of === REVISION_ROW ? drawing.revisions.at(-1)?.approvedBy : drawing.answers[of];
  const by = value === undefined ? '' : valueText(value);
  const signature = currentSignatures(drawing).find((one) => one.of === of);
  const lapsed = by === '' ? drawing.lapsed.find((one) => one.of === of) : undefined;
  const admits = signerOf(signable);
  const mayNot = me && !mayDo(me.role, admits.role) ? `Signed by ${admits.words}.` : undefined;
  const isAdministrator = me !== undefined && mayDo(me.role, 'administrator');
  const mayWithdraw = by !== '' && (!signature || isAdministrator || signature.account === me?.account);
  const perform = async (act: Promise<Outcome<object>>) => {
    const outcome = await act;
    setProblem(outcome.ok ? undefined : outcome.reason);
  };
  return (
    <Box px={named ? 0 : '12px'} py="5px" pl={named ? 0 : '15px'} role="group" aria-label={name}>
      <Flex gap="8px" align="baseline">
        <Box flex="1" minWidth={0}>
          {!named && name}
          {asked?.required && by === '' && (
            <Box as="span" color="ochre" fontSize="12px">
              {' '}
              required
            </Box>
          )}
        </Box>
        {!locked && mayNot === undefined && by === '' && (
          <Button type="button" onClick={() => void perform(signing.onSign(of))}>
            Sign
          </Button>
        )}
        {!locked && mayWithdraw && (
          <Button type="button" look="quiet" onClick={() => void perform(signing.onWithdraw(of))}>
            {signature ? 'Withdraw' : 'Remove'}
          </Button>
        )}
      </Flex>
      <Box fontSize="13px" color={by !== '' && !signature ? 'ochre' : 'soft'}>
        {by === ''
          ? (mayNot ?? 'Not signed.')
          : signature
            ? `${by}, ${howSigned(signature)}`
            : `▲ ${by}: typed, not signed`}
      </Box>
      {lapsed && (
        <Box fontSize="13px" color="ochre">
          ▲ {lapsed.name} {howSigned(lapsed)}. What prints has changed since, so it no longer counts.
        </Box>
      )}
      {!locked && isAdministrator && by === '' && (
        <Button type="button" look="quiet" onClick={() => setRecording(true)}>
          Record a paper signature…
        </Button>
      )}
      {problem && <Problem>{problem}</Problem>}
      {recording && (
        <PaperSignature
          name={name}
          people={peopleFor(asked?.property ?? asked?.key ?? SUPPLIED.revisionApprovedBy, people)}
          onClose={() => setRecording(false)}
          today={today}
          onRecord={(paper) => signing.onSign(of, paper)}
        />
      )}
    </Box>
  );
}

/** An administrator writes down who signed on paper. */
function PaperSignature(props: {
  name: string;
  people: readonly Person[];
  today: string;
  onRecord: (paper: OnPaper) => Promise<Outcome<object>>;
  onClose: () => void;
}) {
  const { name, people, today, onRecord, onClose } = props;
  const { register, handleSubmit, formState, setError } = useForm({ defaultValues: { who: '', signedOn: today } });
  const problem = formState.errors.who?.message;
  const dayProblem = formState.errors.signedOn?.message;
  const record = handleSubmit(async ({ who, signedOn }) => {
    const outcome = await onRecord({ onPaper: who.trim(), signedOn });
    if (outcome.ok) onClose();
    else setError('who', { message: outcome.reason });
  });
  return (
    <Dialog
      open
      title={`Record a paper signature: ${name}`}
      onClose={onClose}
      action={{ words: 'Record', form: 'paper-signature' }}
    >
      <form id="paper-signature" noValidate onSubmit={(event) => void record(event)}>
        <Box pb="8px">
          The drawing prints the name and, where it asks for it, the day. Its history keeps that you recorded it.
        </Box>
        <Row label="Signed by" htmlFor="paper-signer">
          <TextInput
            id="paper-signer"
            list="paper-signers"
            autoComplete="off"
            aria-invalid={problem !== undefined}
            {...register('who', { validate: (text) => text.trim() !== '' || 'Type who signed.' })}
          />
          <datalist id="paper-signers">
            {people.map((person) => (
              <option key={person.id} value={person.name} />
            ))}
          </datalist>
          {problem !== undefined && <Problem>{problem}</Problem>}
        </Row>
        <Row label="Signed on" htmlFor="paper-day">
          <TextInput
            id="paper-day"
            aria-invalid={dayProblem !== undefined}
            {...register('signedOn', {
              validate: (day) =>
                !z.iso.date().safeParse(day).success
                  ? `Type the day as ${today}.`
                  : day <= today || `Nobody has signed on ${day} yet.`,
            })}
          />
          {dayProblem !== undefined && <Problem>{dayProblem}</Problem>}
        </Row>
      </form>
    </Dialog>
  );
}

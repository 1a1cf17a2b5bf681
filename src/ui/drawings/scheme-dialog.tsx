'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import {
  OMITTED,
  type RevisionScheme,
  RevisionScheme as Scheme,
  type RevisionSequence,
  schemePreview,
} from '../../core/revision/scheme';
import { Dialog } from '../controls/dialog';
import { Problem, Row, SelectRow, TextInput } from '../controls/field';
import { changeScheme, readScheme } from '../../contract/office';
import { ask } from '../data/request';

/** How many steps of a scheme are shown, and after how many of them a release is supposed where the scheme changes with it. */
const STEPS = 60;
const RELEASED_AFTER = 6;

type Kind = 'letters' | 'numerals';

/** How the revisions of the office's drawings are named, with the first sixty names. */
export function SchemeDialog({ onClose }: { onClose: () => void }) {
  const [scheme, setScheme] = useState<RevisionScheme>();
  const [problem, setProblem] = useState<string>();
  useEffect(() => {
    ask(readScheme).then(setScheme, (error: Error) => setProblem(error.message));
  }, []);
  const sound = scheme && Scheme.safeParse(scheme);
  const keep = async () => {
    try {
      await ask(changeScheme, { body: { scheme } });
      onClose();
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <Dialog
      open
      title="How revisions are named"
      width="560px"
      onClose={onClose}
      action={{ words: 'Save', disabled: !sound?.success, onPerform: () => void keep() }}
    >
      {scheme && (
        <>
          <SelectRow
            label="First issue"
            value={scheme.firstIssue ?? ''}
            options={[
              { value: '', label: 'The first name of the sequence' },
              { value: '-', label: 'A dash' },
            ]}
            onChange={(first) => {
              const { firstIssue: _, ...others } = scheme;
              setScheme(first === '-' ? { ...others, firstIssue: '-' } : others);
            }}
          />
          <SequenceRows
            label="Sequence"
            value={scheme.sequence}
            onChange={(sequence) => sequence && setScheme({ ...scheme, sequence })}
          />
          <SequenceRows
            label="Once released"
            value={scheme.released}
            orNone="Continues the same way"
            onChange={(released) => {
              const { released: _, ...others } = scheme;
              setScheme(released ? { ...others, released } : others);
            }}
          />
          {sound?.success && <Preview scheme={scheme} />}
          {sound && !sound.success && <Problem>{sound.error.issues[0]!.message}</Problem>}
          <Box fontSize="13px" color="soft" pt="4px">
            Revisions that drawings have keep their names; the next one follows this.
          </Box>
        </>
      )}
      {problem && <Problem>{problem}</Problem>}
    </Dialog>
  );
}

const USUAL: Record<Kind, RevisionSequence> = {
  letters: { kind: 'letters', omit: OMITTED.iso },
  numerals: { kind: 'numerals', digits: 1, from: 1 },
};

function SequenceRows(props: {
  label: string;
  value: RevisionSequence | undefined;
  orNone?: string;
  onChange: (sequence: RevisionSequence | undefined) => void;
}) {
  const { label, value, orNone, onChange } = props;
  return (
    <>
      <SelectRow
        label={label}
        value={value?.kind ?? ''}
        options={[
          ...(orNone ? [{ value: '', label: orNone }] : []),
          { value: 'letters', label: 'Capital letters' },
          { value: 'numerals', label: 'Numerals' },
        ]}
        onChange={(kind) => onChange(kind === '' ? undefined : USUAL[kind as Kind])}
      />
      {value?.kind === 'letters' && (
        <Row label="Leaving out" htmlFor={`${label}-omit`}>
          <Flex gap="6px">
            <TextInput
              id={`${label}-omit`}
              value={value.omit.join(' ')}
              onChange={(event) =>
                onChange({ ...value, omit: [...new Set(event.target.value.toUpperCase().replace(/[^A-Z]/g, ''))] })
              }
            />
            <Known letters={OMITTED.iso} onChange={(omit) => onChange({ ...value, omit })} />
            <Known letters={OMITTED.asme} onChange={(omit) => onChange({ ...value, omit })} />
          </Flex>
        </Row>
      )}
      {value?.kind === 'numerals' && (
        <SelectRow
          label="Written"
          value={`${value.digits} ${value.from}`}
          options={[
            { value: '1 1', label: '1, 2, 3 …' },
            { value: '1 0', label: '0, 1, 2 …' },
            { value: '2 1', label: '01, 02, 03 …' },
            { value: '2 0', label: '00, 01, 02 …' },
            { value: '3 1', label: '001, 002, 003 …' },
          ]}
          onChange={(written) => {
            const [digits, from] = written.split(' ').map(Number);
            onChange({ ...value, digits: digits!, from: from! });
          }}
        />
      )}
    </>
  );
}

const Offer = chakra('button', {
  base: { flexShrink: 0, px: '7px', border: '1px solid', borderColor: 'line', cursor: 'pointer', fontSize: '13px' },
});

function Known({ letters, onChange }: { letters: string[]; onChange: (omit: string[]) => void }) {
  return (
    <Offer type="button" onClick={() => onChange(letters)}>
      {letters.join(' ')}
    </Offer>
  );
}

/** The first names of a scheme; where it changes at the release, that is marked. */
function Preview({ scheme }: { scheme: RevisionScheme }) {
  const changes = scheme.released !== undefined;
  const names = schemePreview(scheme, STEPS, changes ? RELEASED_AFTER : STEPS);
  return (
    <Box pt="8px">
      <Box fontSize="13px" color="soft" pb="3px">
        The first {STEPS}
        {changes && `, released after ${RELEASED_AFTER}`}
      </Box>
      <Box
        as="ol"
        aria-label="Names of revisions"
        listStyleType="none"
        display="grid"
        gridTemplateColumns="repeat(15, 1fr)"
        borderTop="1px solid"
        borderLeft="1px solid"
        borderColor="line"
      >
        {names.map((name, i) => (
          <Box
            as="li"
            key={i}
            textAlign="center"
            fontSize="13px"
            py="2px"
            borderRight="1px solid"
            borderBottom="1px solid"
            borderColor="line"
            bg={changes && i >= RELEASED_AFTER ? 'plumWash' : undefined}
          >
            {name}
          </Box>
        ))}
      </Box>
    </Box>
  );
}

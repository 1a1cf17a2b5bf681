import { Box, Flex } from '@chakra-ui/react';
import { deepEqual } from 'fast-equals';
import { useState } from 'react';
import { type Outcome, refuse } from '../../core/refusal';
import type { Moves } from '../../core/specimen/moves';
import type { Vector } from '../../core/view/direction';
import { Button } from '../controls/button';
import { CommitField, Problem } from '../controls/field';
import { OnlyFor } from '../data/me';

/** A part with how far it is moved, mm along the model's axes. */
export interface ApartPart {
  name: string;
  by: Vector;
}

/** The assembly that keeps how far its parts are moved, for all its drawings. */
export interface KeptApart {
  name: string;
  moves: Moves;
  onKeep: (moves: Moves) => Promise<Outcome<object>>;
}

/** A move as it is typed: `0; 0; −120`. */
export const movesInWords = (by: Vector): string => by.map((mm) => String(mm).replace('-', '−')).join('; ');

/** The parts of an assembly that is pulled apart, with how far each is moved; what is typed stays, the rest is as is proposed. */
export function PulledApart(props: {
  parts: readonly ApartPart[] | undefined;
  moves: Moves;
  kept: KeptApart | undefined;
  onChange: (moves: Moves) => void;
}) {
  const { parts, moves, kept, onChange } = props;
  if (!parts)
    return (
      <Box fontSize="13px" color="soft" pt="4px">
        Its parts are listed here once it is projected.
      </Box>
    );
  const commit = (name: string, text: string) => {
    const { [name]: _, ...others } = moves;
    if (text.trim() === '') {
      onChange(others);
      return { ok: true as const };
    }
    const [x, y, z, ...more] = text
      .split(';')
      .map((one) => Number(one.trim().replace(',', '.').replace('−', '-') || NaN));
    const isWithin = (mm: number | undefined) => mm !== undefined && Math.abs(mm) <= 100_000;
    if (!isWithin(x) || !isWithin(y) || !isWithin(z) || more.length > 0)
      return refuse('Type three numbers of mm with semicolons: 0; 0; 120. Empty: as is proposed.');
    onChange({ ...others, [name]: [x!, y!, z!] });
    return { ok: true as const };
  };
  return (
    <Box role="group" aria-label="Parts pulled apart" pt="4px">
      <Box fontSize="13px" color="soft">
        Moved by x; y; z, mm
      </Box>
      <Box maxHeight="220px" overflowY="auto">
        {parts.map(({ name, by }) => (
          <CommitField key={name} label={name} value={movesInWords(by)} onCommit={(text) => commit(name, text)} />
        ))}
      </Box>
      <Flex wrap="wrap" gap="6px" pt="4px">
        {Object.keys(moves).length > 0 && (
          <Button type="button" look="quiet" onClick={() => onChange({})}>
            All as proposed
          </Button>
        )}
        {kept && <Kept moves={moves} kept={kept} onChange={onChange} />}
      </Flex>
    </Box>
  );
}

/** What the assembly keeps: taken from it, or kept with it for new views on all its drawings. */
function Kept(props: { moves: Moves; kept: KeptApart; onChange: (moves: Moves) => void }) {
  const { moves, kept, onChange } = props;
  const [problem, setProblem] = useState<string>();
  const isThat = deepEqual(moves, kept.moves);
  const isAny = Object.keys(kept.moves).length > 0;
  if (isThat)
    return isAny ? (
      <Box fontSize="13px" color="soft" role="status">
        As kept with {kept.name}. New views begin with these moves.
      </Box>
    ) : null;
  return (
    <>
      {isAny && (
        <Button type="button" look="quiet" onClick={() => onChange(kept.moves)}>
          As kept with {kept.name}
        </Button>
      )}
      <OnlyFor role="drafter">
        <Button
          type="button"
          look="quiet"
          title="New views of it begin with these moves, on all its drawings. Views that there are stay."
          onClick={async () => {
            const outcome = await kept.onKeep(moves);
            setProblem(outcome.ok ? undefined : outcome.reason);
          }}
        >
          Keep with {kept.name}
        </Button>
      </OnlyFor>
      {problem !== undefined && <Problem>{problem}</Problem>}
    </>
  );
}

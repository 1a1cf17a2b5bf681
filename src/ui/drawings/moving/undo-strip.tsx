'use client';

import { Box } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { foreseeUndo } from '../../../contract/drawings';
import type { Outcome } from '../../../core/refusal';
import { Ago } from '../../controls/ago';
import { Button } from '../../controls/button';
import { Dialog } from '../../controls/dialog';
import { Problem } from '../../controls/field';
import { Strip } from '../../controls/strip';
import { ask } from '../../data/request';
import type { OpenDrawing } from '../drawing-store';

/** How long after a move its strip is shown, ms; afterwards the history has it. */
const SHOWN_MS = 24 * 3_600_000;

/** Says that a drawing was moved, and undoes it: at once while nobody worked on after it, else once it is clear what stays. */
export function UndoStrip({ open, onUndo }: { open: OpenDrawing; onUndo: (move: string) => Promise<Outcome<object>> }) {
  const { move } = open;
  const [now] = useState(() => Date.now());
  if (!move || now - Date.parse(move.at) > SHOWN_MS) return null;
  return (
    <Strip label="Moved">
      <Box flex="1" minWidth={0} truncate>
        {move.words}, {move.who}, <Ago at={move.at} />
      </Box>
      <UndoButton open={open} onUndo={onUndo} />
    </Strip>
  );
}

/** Undoes the last move of a drawing. */
export function UndoButton({
  open,
  onUndo,
}: {
  open: OpenDrawing;
  onUndo: (move: string) => Promise<Outcome<object>>;
}) {
  const { move, drawing } = open;
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string>();
  const { data, error } = useQuery({
    queryKey: ['undo foreseen', drawing.id, drawing.version, move?.id],
    queryFn: () => ask(foreseeUndo, { params: { id: drawing.id, move: move!.id } }),
    enabled: asking && move !== undefined,
    staleTime: 0,
    gcTime: 0,
    retry: false,
  });
  if (!move) return null;
  const undo = async () => {
    const outcome = await onUndo(move.id);
    setProblem(outcome.ok ? undefined : outcome.reason);
    if (outcome.ok) setAsking(false);
  };
  const said = problem ?? error?.message;
  return (
    <>
      <Button type="button" onClick={() => (move.isUntouched ? void undo() : setAsking(true))}>
        Undo the move
      </Button>
      {problem !== undefined && !asking && <Problem>{problem}</Problem>}
      <Dialog
        open={asking}
        title="Undo the move?"
        width="560px"
        onClose={() => setAsking(false)}
        action={{ words: 'Undo the move', onPerform: () => void undo(), disabled: !data }}
      >
        <Box pb="6px">The drawing was changed after the move. What the move changed goes back. This stays:</Box>
        <Box as="ul" pl="18px" aria-label="What stays">
          {data?.stays.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </Box>
        {said !== undefined && <Problem>{said}</Problem>}
      </Dialog>
    </>
  );
}

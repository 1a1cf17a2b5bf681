'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useMemo, useState } from 'react';
import { type DrawingHistory, readDrawingHistory, readDrawingThen } from '../../../contract/drawings';
import type { Outcome } from '../../../core/refusal';
import { composePlanned } from '../../../core/scene/planning';
import { Button } from '../../controls/button';
import { Dialog } from '../../controls/dialog';
import { Problem } from '../../controls/field';
import { ask } from '../../data/request';
import { type OpenDrawing, withOffice } from '../drawing-store';
import { MovedSheets } from '../moving/moved-sheets';
import { UndoButton } from '../moving/undo-strip';
import { type Plan, usePlan } from '../use-sheets';

type State = DrawingHistory['states'][number];

/** What made a state, as its place in the line says it. */
const OCCASIONS: Record<State['occasion'], string> = {
  sitting: 'worked on',
  finished: 'finished',
  reopened: 'reopened',
  revision: 'revision',
  move: 'moved',
  signature: 'signed',
};

const Entry = chakra('button', {
  base: {
    display: 'block',
    width: '100%',
    textAlign: 'left',
    px: '8px',
    py: '4px',
    borderBottom: '1px solid',
    borderColor: 'line',
    borderLeft: '3px solid transparent',
    cursor: 'pointer',
    _hover: { bg: 'plumWash' },
    _pressed: { bg: 'plumWash', borderLeftColor: 'plum' },
  },
});

const when = (at: string) => format(new Date(at), 'yyyy-MM-dd HH:mm');

/** What was done to a drawing, on a line in time: each act and the end of each sitting is looked at as sheets, beside those of now. */
export function HistoryDialog(props: {
  open: OpenDrawing;
  locked: boolean;
  onUndo: (move: string) => Promise<Outcome<object>>;
  onClose: () => void;
}) {
  const { open, locked, onUndo, onClose } = props;
  const { id, version, number } = open.drawing;
  const { data: history, error } = useQuery({
    queryKey: ['history of a drawing', id, version],
    queryFn: () => ask(readDrawingHistory, { params: { id } }),
    staleTime: 0,
  });
  const [chosen, setChosen] = useState<State>();
  const state = chosen ?? history?.states[0];
  return (
    <Dialog
      open
      title={`History of ${number || 'the trial drawing'}`}
      width="min(1700px, 97vw)"
      onClose={onClose}
      footer={
        <>
          {!locked && <UndoButton open={open} onUndo={onUndo} />}
          <Button type="button" onClick={onClose}>
            Close
          </Button>
        </>
      }
    >
      <Flex height="calc(100vh - 210px)" minHeight="340px" gap="14px">
        <Box width="330px" flexShrink={0} overflowY="auto" tabIndex={0} role="region" aria-label="What was done">
          {error && <Problem>{error.message}</Problem>}
          {history && <Line history={history} chosen={state} onChoose={setChosen} />}
        </Box>
        <Box flex="1" minWidth={0}>
          {state ? (
            <Then key={state.id} open={open} state={state} />
          ) : (
            history && (
              <Box color="soft">
                No state is kept yet. One is kept when the drawing is finished, revised, signed or moved, and when
                somebody else goes on with it.
              </Box>
            )
          )}
        </Box>
      </Flex>
    </Dialog>
  );
}

/** How far apart the times may be that are kept of a change and of the state that it led to, ms. */
const APART_MS = 2000;

/** Whether a change is the one that led to a state, which stands for it in the line. */
const isOf = (change: DrawingHistory['changes'][number], { words, who, at }: State): boolean =>
  change.words === words && change.who === who && Math.abs(Date.parse(change.at) - Date.parse(at)) <= APART_MS;

/** Acts and sittings with the changes between them. */
function Line(props: { history: DrawingHistory; chosen: State | undefined; onChoose: (state: State) => void }) {
  const { history, chosen, onChoose } = props;
  const entries = [
    ...history.states.map((state) => ({ at: state.at, state })),
    ...history.changes
      .filter((change) => !history.states.some((state) => isOf(change, state)))
      .map((change) => ({ at: change.at, change })),
  ].toSorted((a, b) => b.at.localeCompare(a.at));
  return entries.map((entry, i) =>
    'state' in entry ? (
      <Entry
        key={`state ${entry.state.id}`}
        type="button"
        aria-pressed={chosen?.id === entry.state.id}
        onClick={() => onChoose(entry.state)}
      >
        <Box fontWeight={500}>{entry.state.words}</Box>
        <Box fontSize="12px" color="soft">
          {OCCASIONS[entry.state.occasion]} · {entry.state.who} · {when(entry.at)}
        </Box>
      </Entry>
    ) : (
      <Box
        key={`change ${i}`}
        px="11px"
        py="3px"
        fontSize="13px"
        color="soft"
        borderBottom="1px solid"
        borderColor="line"
      >
        {entry.change.words} · {entry.change.who} · {when(entry.at)}
      </Box>
    ),
  );
}

/** The sheets of a state, laid over those of now. */
function Then({ open, state }: { open: OpenDrawing; state: State }) {
  const { id } = open.drawing;
  const { data: then, error } = useQuery({
    queryKey: ['drawing then', id, state.id],
    queryFn: async () => withOffice(await ask(readDrawingThen, { params: { id, state: String(state.id) } })),
    staleTime: Infinity,
    retry: false,
  });
  const [before, after] = [usePlan(then, undefined), usePlan(open, undefined)];
  const sheets = useMemo(() => paired(before, after), [before, after]);
  const [shown, setShown] = useState(1);
  if (error) return <Problem>{error.message}</Problem>;
  if (!then || sheets.length === 0) return <Box color="soft">The sheets are made…</Box>;
  return (
    <MovedSheets
      sheets={sheets}
      names={{ before: when(state.at), after: 'now' }}
      shown={shown}
      place={undefined}
      onShow={setShown}
    />
  );
}

/** The sheets of two plans, by their numbers. */
function paired(before: Plan, after: Plan) {
  const composedOf = ({ sheets, resources }: Plan) =>
    resources ? sheets.map((sheet) => composePlanned(sheet, resources)) : [];
  const [then, now] = [composedOf(before), composedOf(after)];
  return Array.from({ length: Math.max(then.length, now.length) }, (_, i) => ({
    number: i + 1,
    ...(then[i]?.ok && { before: then[i] }),
    ...(now[i]?.ok && { after: now[i] }),
  }));
}

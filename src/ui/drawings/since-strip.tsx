'use client';

import { Box } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { counted } from '../../core/counted';
import { type PrintedOtherwise, printedOtherwise } from '../../core/drawing/since';
import { type Newer, newerWords } from '../../core/edition/newer';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { Strip } from '../controls/strip';
import type { OpenDrawing } from './drawing-store';
import { removedByRevising } from './signature-row';
import { sourcesOf } from './use-sheets';

/** What a finished drawing would print otherwise now. */
export const usePrintedOtherwise = (open: OpenDrawing | undefined): PrintedOtherwise[] =>
  useMemo(() => (open?.frozen ? printedOtherwise(open.drawing, sourcesOf(open), open.resources) : []), [open]);

/** What is newer in the office than the editions that a drawing hangs on: first what became of the editions themselves. */
function newerOf({ formats }: OpenDrawing): { editions: string[]; definitions: string[] } {
  const all = formats.flatMap(({ newer }) => newer ?? []);
  const isEdition = ({ of }: Newer) => of === 'edition' || of === 'withdrawn';
  const wordsOf = (some: readonly Newer[]) => [...new Set(some.map(newerWords))];
  return { editions: wordsOf(all.filter(isEdition)), definitions: wordsOf(all.filter((one) => !isEdition(one))) };
}

/** Which sheets are made by an edition that is not the newest: the drawing as a whole, or some of them. */
function keepsWords({ formats: [own, ...others], drawing }: OpenDrawing): string {
  const isBehind = ({ newer = [] }: OpenDrawing['formats'][number]) =>
    newer.some(({ of }) => of === 'edition' || of === 'withdrawn');
  if (isBehind(own!)) return `The drawing keeps edition ${drawing.edition}.`;
  return others
    .filter(isBehind)
    .map(({ edition }) => {
      const sheets = drawing.sheets.flatMap((sheet, i) => (sheet.edition === edition.id ? [i + 1] : []));
      const [are, keep] = sheets.length > 1 ? ['Sheets', 'keep'] : ['Sheet', 'keeps'];
      return `${are} ${sheets.join(', ')} ${keep} edition ${edition.number}.`;
    })
    .join(' ');
}

/** Says that a drawing prints what it was finished with, or its edition froze, although something is newer by now. */
export function SinceStrip(props: {
  open: OpenDrawing;
  otherwise: readonly PrintedOtherwise[];
  /** A move that is offered, and how it is begun; absent where nothing may be moved. */
  move: { words: string; onMove: () => void } | undefined;
}) {
  const { open, otherwise, move } = props;
  const [shown, setShown] = useState(false);
  const { editions, definitions } = newerOf(open);
  const newer = [...editions, ...definitions];
  if (otherwise.length + newer.length === 0) return null;
  const { drawing } = open;
  return (
    <Strip label="Newer than the drawing">
      <Box flex="1" minWidth={0} truncate color="ochre">
        ▲{' '}
        {otherwise.length > 0
          ? `${counted(otherwise.length, 'cell')} would print otherwise now. The drawing prints what it was finished with.`
          : editions.length > 0
            ? `${editions.join(' ')} ${keepsWords(open)}`
            : `The office has newer definitions. The drawing keeps those of edition ${drawing.edition}.`}
      </Box>
      {move && (
        <Button type="button" look="primary" onClick={move.onMove}>
          {move.words}…
        </Button>
      )}
      <Button type="button" look="quiet" onClick={() => setShown(true)}>
        What is newer…
      </Button>
      <Dialog
        open={shown}
        title="What is newer than the drawing"
        width="620px"
        onClose={() => setShown(false)}
        footer={<Button onClick={() => setShown(false)}>Close</Button>}
      >
        <Otherwise otherwise={otherwise} />
        {newer.length > 0 && (
          <Box as="ul" pl="18px" aria-label="Newer in the office">
            {newer.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </Box>
        )}
      </Dialog>
    </Strip>
  );
}

/** The cells that would print otherwise, each with what it prints and what it would print. */
function Otherwise({ otherwise }: { otherwise: readonly PrintedOtherwise[] }) {
  if (otherwise.length === 0) return null;
  return (
    <Box as="ul" pl="18px" pb="8px" aria-label="Cells that would print otherwise" maxHeight="300px" overflowY="auto">
      {otherwise.map(({ sheet, cell, was, is }) => (
        <li key={`${sheet} ${cell} ${was} ${is}`}>
          Sheet {sheet}, {cell}:{' '}
          <Box as="span" textDecoration="line-through">
            {was || 'nothing'}
          </Box>{' '}
          → {is || 'nothing'}
        </li>
      ))}
    </Box>
  );
}

/** Reopens a finished drawing; where it would print otherwise then, signatures go, or a newer edition is there, says so before. */
export function ReopenButton(props: {
  open: OpenDrawing;
  otherwise: readonly PrintedOtherwise[];
  onReopen: () => void;
  /** The move that is offered with it, and how it is begun. */
  move: { words: string; onMove: () => void } | undefined;
}) {
  const { open, otherwise, onReopen, move } = props;
  const goes = removedByRevising(open, true);
  const [asking, setAsking] = useState(false);
  const close = () => setAsking(false);
  const asks = otherwise.length + goes.length > 0 || move !== undefined;
  return (
    <>
      <Button type="button" onClick={() => (asks ? setAsking(true) : onReopen())}>
        Reopen
      </Button>
      <Dialog
        open={asking}
        title={`Reopen ${open.drawing.number}?`}
        width="620px"
        onClose={close}
        footer={
          <>
            <Button type="button" onClick={close}>
              Cancel
            </Button>
            <Button
              type="button"
              {...(!move && { look: 'primary' as const })}
              onClick={() => {
                close();
                onReopen();
              }}
            >
              {move ? 'Reopen as it is' : 'Reopen'}
            </Button>
            {move && (
              <Button
                type="button"
                look="primary"
                onClick={() => {
                  close();
                  move.onMove();
                }}
              >
                {move.words} with its next revision…
              </Button>
            )}
          </>
        }
      >
        {move && (
          <Box pb="8px">The drawing can follow with its next revision, or be reopened on the edition that it has.</Box>
        )}
        {goes.length > 0 && (
          <Box pb="8px">
            Reopening removes what is signed:
            <Box as="ul" pl="18px" aria-label="Signatures that are removed">
              {goes.map(({ of, name, by }) => (
                <li key={of}>
                  {name}: {by}
                </li>
              ))}
            </Box>
          </Box>
        )}
        {otherwise.length > 0 && (
          <Box pb="8px">
            It prints what its model and the office say now, which is something else than it was finished with:
          </Box>
        )}
        <Otherwise otherwise={otherwise} />
      </Dialog>
    </>
  );
}

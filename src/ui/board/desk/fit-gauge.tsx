'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { Cell } from '../../../core/format/document';
import type { SetCell } from '../../../core/format/steps/set-cell';
import { trimNumber } from '../../../core/geometry/length';
import { compose } from '../../../core/scene/compose';
import { ComposeMemo } from '../../../core/scene/memo';
import type { CellReport } from '../../../core/scene/report';
import type { Outcome } from '../../../core/refusal';
import { useBoard } from '../board-store';
import { FitPlan } from './fit-plan';
import { useDeskFacts, useDeskSheet } from './use-sheet';

/** The cell's plan for text that does not fit, and what the longest on record comes to in it. */
export function FitGauge({
  cell,
  report,
  onChange,
}: {
  cell: Cell;
  report: CellReport | undefined;
  onChange: (changes: SetCell['change']) => Outcome<object>;
}) {
  const squeeze = cell.fit.find((step) => step.kind === 'squeeze');
  const longest = useLongest(cell.id);
  return (
    <>
      <FitPlan plan={cell.fit} onChange={(fit) => onChange({ fit })} />
      {report?.fit && (
        <Box fontSize="13px" py="2px">
          Now: {fitWords(report)}
        </Box>
      )}
      {longest?.fit && (
        <>
          <Box fontSize="13px" color="soft" py="2px">
            Longest on record: {fitWords(longest)}
          </Box>
          <Gauge least={squeeze?.least ?? 1} report={longest} />
        </>
      )}
    </>
  );
}

function fitWords({ fit }: CellReport): string {
  if (!fit) return 'empty';
  const room =
    fit.reserve < 0 ? `${trimNumber(-fit.reserve, 1)} mm too long` : `${trimNumber(fit.reserve, 1)} mm to spare`;
  return `${fit.steps.length > 0 ? fit.steps.join(', ') : 'full width'}, ${room}`;
}

/** How much of the width the longest on record takes: what fits, what squeezing gives, what is too much. */
function Gauge({ least, report }: { least: number; report: CellReport }) {
  const fit = report.fit!;
  const used = Math.max(0, ...report.runs.map((run) => run.width / run.letterWidth));
  const available = Math.max(0, ...report.runs.map((run) => run.width)) + fit.reserve;
  if (used === 0 || available <= 0) return null;
  const widest = Math.max(used, available / least) * 1.05;
  const percent = (value: number) => `${Math.min(100, (value / widest) * 100)}%`;
  const inOrder = Math.min(used, available);
  const squeezed = Math.max(0, Math.min(used, available / least) - available);
  const excess = Math.max(0, used - available / least);
  return (
    <Flex
      role="img"
      aria-label={`Needs ${trimNumber(used, 1)} mm of ${trimNumber(available, 1)} mm`}
      height="10px"
      bg="desk"
      position="relative"
      mt="3px"
    >
      <Box width={percent(inOrder)} bg="pine" />
      <Box width={percent(squeezed)} bg="ochre" />
      <Box width={percent(excess)} bg="vermilion" />
      <Box position="absolute" left={percent(available)} top="-3px" bottom="-3px" width="2px" bg="ink" />
    </Flex>
  );
}

/** The cell's report with the longest on record in it. */
function useLongest(cellId: string): CellReport | undefined {
  const document = useBoard((board) => board.document);
  const sizeId = useBoard((board) => board.sizeId);
  const resources = useBoard((board) => board.resources);
  const facts = useDeskFacts();
  const sheet = useDeskSheet();
  const [memo] = useState(() => new ComposeMemo());
  return useMemo(() => {
    const composed = compose(document, { sizeId, sheet, show: 'longest' }, facts, resources, memo);
    return composed.ok ? composed.report.cells.find((candidate) => candidate.id === cellId) : undefined;
  }, [document, sizeId, sheet, facts, resources, memo, cellId]);
}

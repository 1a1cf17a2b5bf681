'use client';

import { Box } from '@chakra-ui/react';
import { useBoard } from '../board-store';
import { BlockDetails } from './details-block';
import { CellDetails } from './details-cell';
import { FrameDetails } from './details-frame';
import { FrameAndMarks, SheetDetails } from './details-sheet';
import { FindingList } from './details-parts';
import { useSheet } from '../desk/use-sheet';

/** The details of what is selected: numbers first. */
export function Details() {
  const selection = useBoard((board) => board.selection);
  const blocks = useBoard((board) => board.document.blocks);
  const sheet = useSheet();
  const block = 'block' in selection ? blocks.find((candidate) => candidate.id === selection.block) : undefined;
  const cell =
    selection.kind === 'cell' ? block?.cells.find((candidate) => candidate.id === selection.cell) : undefined;
  return (
    <Box height="100%" overflowY="auto" bg="card" role="region" aria-label="Details">
      {block && cell ? (
        <CellDetails key={cell.id} block={block} cell={cell} />
      ) : block ? (
        <BlockDetails block={block} />
      ) : selection.kind === 'frame' ? (
        <>
          <FrameDetails />
          <FrameAndMarks />
        </>
      ) : (
        <SheetDetails />
      )}
      {!cell && sheet.ok && (
        <FindingList
          title="Findings on this sheet"
          findings={sheet.report.findings.filter(({ place }) => !block || place.block === block.id)}
        />
      )}
    </Box>
  );
}

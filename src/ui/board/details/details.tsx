'use client';

import { Box } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import { useEffect } from 'react';
import { useBoard } from '../board-store';
import { SheetDetails } from './details-sheet';
import { FindingList } from './finding-list';
import { useSheet } from '../desk/use-sheet';
import { whenIdle } from '../../controls/when-idle';

// Nothing is selected at first: the details of what may be are loaded when nothing else is done.
const loadBlock = () => import('./details-block');
const loadCell = () => import('./details-cell');
const loadFrame = () => import('./details-frame');
const BlockDetails = dynamic(() => loadBlock().then((module) => module.BlockDetails), { ssr: false });
const CellDetails = dynamic(() => loadCell().then((module) => module.CellDetails), { ssr: false });
const FrameDetails = dynamic(() => loadFrame().then((module) => module.FrameDetails), { ssr: false });

/** The details of what is selected: numbers first. */
export function Details() {
  const selection = useBoard((board) => board.selection);
  const blocks = useBoard((board) => board.document.blocks);
  const sheet = useSheet();
  useEffect(() => whenIdle(() => Promise.all([loadCell(), loadBlock(), loadFrame()])), []);
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
        <FrameDetails />
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

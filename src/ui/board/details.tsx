'use client';

import { Box } from '@chakra-ui/react';
import type { Block } from '../../core/format/document';
import { trimNumber } from '../../core/geometry/length';
import { Button } from '../controls/button';
import { Row } from '../controls/field';
import { useBoard } from './board-store';
import { CellDetails } from './details-cell';
import { FrameDetails } from './details-frame';
import { FindingList, Section } from './details-parts';
import { useSheet } from './use-sheet';
import { useView } from './view-store';

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
        <FrameDetails />
      ) : (
        <SheetDetails />
      )}
      {!cell && sheet.ok && (
        <FindingList
          title="Findings on this sheet"
          findings={sheet.report.findings.filter((finding) => !block || finding.block === block.id)}
        />
      )}
    </Box>
  );
}

function BlockDetails({ block }: { block: Block }) {
  const sheet = useSheet();
  const laid = sheet.ok ? sheet.report.blocks.find((candidate) => candidate.id === block.id) : undefined;
  const blocks = useBoard((board) => board.document.blocks);
  const docked = block.dock.to.map(
    ({ block: id, side }) => `${side} ${blocks.find((other) => other.id === id)?.name ?? id}`,
  );
  return (
    <Section title={block.name}>
      <Row label="Size">
        <Box pt="4px">
          {laid ? `${trimNumber(laid.box.width, 3)} × ${trimNumber(laid.box.height, 3)} mm` : 'not on this size'}
        </Box>
      </Row>
      <Row label="Grid">
        <Box pt="4px">
          {block.columns.length} columns × {block.rows.length} rows, {block.cells.length} cells
        </Box>
      </Row>
      <Row label="Docked">
        <Box pt="4px">
          {[...docked, `${docked.length > 0 ? 'else ' : ''}in the ${block.dock.corner} corner`].join(', ')}
        </Box>
      </Row>
      {laid && (
        <Box pt="6px">
          <Button type="button" data-frame-block="" onClick={() => useView.getState().frame(laid.box)}>
            Fill the view with it
          </Button>
        </Box>
      )}
    </Section>
  );
}

function SheetDetails() {
  const sheet = useSheet();
  const name = useBoard((board) => board.document.name);
  if (!sheet.ok) return null;
  const { sheet: size, drawingSpace, clear } = sheet.report;
  return (
    <Section title={name}>
      <Row label="Sheet">
        <Box pt="4px">
          {size.name}, {trimNumber(size.width, 2)} × {trimNumber(size.height, 2)} mm
        </Box>
      </Row>
      <Row label="Drawing space">
        <Box pt="4px">
          {trimNumber(drawingSpace.width, 2)} × {trimNumber(drawingSpace.height, 2)} mm
        </Box>
      </Row>
      <Row label="Largest clear">
        <Box pt="4px">
          {trimNumber(clear.largest.width, 1)} × {trimNumber(clear.largest.height, 1)} mm
        </Box>
      </Row>
      <Box color="soft" fontSize="13px" pt="6px">
        Click a cell to change it. Double-click a block to fill the view with it.
      </Box>
    </Section>
  );
}

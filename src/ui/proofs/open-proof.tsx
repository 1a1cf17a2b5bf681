'use client';

import { Box, Flex, Table, chakra } from '@chakra-ui/react';
import Link from 'next/link';
import { type CSSProperties, type MouseEvent, useEffect, useMemo, useRef, useState } from 'react';
import { holds } from '../../core/geometry/box';
import { findingWords } from '../../core/findings/words';
import { trimNumber } from '../../core/geometry/length';
import { compose } from '../../core/scene/compose';
import { proofSheets } from '../../core/scene/planning';
import type { CellReport } from '../../core/scene/report';
import { Button } from '../controls/button';
import { Choice } from '../controls/choice';
import { WeightMark } from '../controls/mark';
import { exportSheet } from '../../contract/formats';
import { askForFile } from '../data/request';
import { saveFile } from '../data/save-file';
import { boardAddress } from '../sheet/board-address';
import { SheetPicture } from '../sheet/sheet-picture';
import { type LoadedFormat, type ProofRow, proofOf } from './proof-rows';

const LINK_STYLE: CSSProperties = { textDecoration: 'underline', whiteSpace: 'nowrap', fontSize: 13 };

/** One proof open: its sheet, and every cell's text, where it comes from and how it fits; each points at the other. */
export function OpenProof(props: { loaded: LoadedFormat; row: ProofRow; sizeId: string; onClose: () => void }) {
  const { loaded, row, sizeId, onClose } = props;
  const { format, resources } = loaded;
  const [shown, setShown] = useState<string>();
  const table = useRef<HTMLDivElement>(null);
  const [number, setNumber] = useState(1);
  const { document } = format.edition;
  const { facts, scale } = useMemo(() => proofOf(loaded, row), [loaded, row]);
  const sheets = useMemo(
    () =>
      proofSheets({ document, sizeId, facts, ...(scale !== undefined && { scale }) }, resources, { show: row.show }),
    [document, sizeId, scale, facts, resources, row],
  );
  const composed = useMemo(
    () => compose(document, { sizeId, sheet: sheets[number - 1]!.place, show: row.show }, facts, resources),
    [document, sizeId, sheets, number, row, facts, resources],
  );
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => event.key === 'Escape' && onClose();
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [onClose]);
  const size = format.edition.document.sizes.find((one) => one.id === sizeId)!;
  const report = composed.ok ? composed.report : undefined;
  const point = (id: string | undefined) => {
    setShown(id);
    table.current?.querySelector(`[data-cell="${id}"]`)?.scrollIntoView({ block: 'nearest' });
  };
  const pick = (event: MouseEvent<SVGSVGElement>) => {
    if (!report) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(
      event.currentTarget.getScreenCTM()!.inverse(),
    );
    point(report.cells.findLast((cell) => holds(cell.box, { x: at.x, y: report.sheet.height - at.y }))?.id);
  };
  const box = report?.cells.find((cell) => cell.id === shown)?.box;
  return (
    <Flex
      position="absolute"
      inset={0}
      bg="paper"
      direction="column"
      zIndex={5}
      role="dialog"
      aria-label={`Proof ${size.name} ${row.words}`}
    >
      <Flex align="center" gap="10px" px="20px" py="8px" borderBottom="1px solid" borderColor="line">
        <Box as="h2" fontSize="18px" fontWeight={600} flex="1">
          {size.name} · {row.words}
        </Box>
        {sheets.length > 1 && (
          <Choice
            label="Sheet of the proof"
            value={String(number)}
            options={sheets.map(({ place }) => ({ value: String(place.number), label: `Sheet ${place.number}` }))}
            onChange={(chosen) => setNumber(Number(chosen))}
          />
        )}
        {!row.drawing && (
          <Button type="button" onClick={() => void exportProof(loaded, row, sizeId)}>
            Export PDF
          </Button>
        )}
        <Button type="button" look="primary" onClick={onClose}>
          Back to all proofs
        </Button>
      </Flex>
      <Flex flex="1" minHeight={0}>
        <Box flex="1" minWidth={0} bg="desk" p="18px">
          {composed.ok && report && <SheetPicture scene={composed.scene} marked={box ? [box] : []} onClick={pick} />}
          {!composed.ok && <Box role="alert">■ {composed.reason}</Box>}
        </Box>
        <Box
          ref={table}
          width="520px"
          flexShrink={0}
          overflowY="auto"
          bg="card"
          borderLeft="1px solid"
          borderColor="ink"
        >
          {report && report.findings.length > 0 && (
            <Box px="12px" py="8px" borderBottom="1px solid" borderColor="line" fontSize="14px">
              {report.findings.map((finding, i) => (
                <Flex key={i} gap="6px" py="1px">
                  <WeightMark weight={finding.accepted === undefined ? finding.weight : 'note'} />
                  <Box flex="1">
                    <chakra.button
                      type="button"
                      textAlign="left"
                      cursor="pointer"
                      onClick={() => point(finding.place.cell)}
                    >
                      {findingWords(finding)}
                      {finding.accepted && ` (accepted: ${finding.accepted})`}
                    </chakra.button>{' '}
                    <Link href={boardAddress(format.id, { sizeId, ...row }, finding.place)} style={LINK_STYLE}>
                      Show on the sheet
                    </Link>
                  </Box>
                </Flex>
              ))}
            </Box>
          )}
          <Table.Root interactive fontSize="14px">
            <Table.Header>
              <Table.Row>
                {['Cell', 'Prints', 'Comes from', 'Fit'].map((name) => (
                  <Table.ColumnHeader key={name}>{name}</Table.ColumnHeader>
                ))}
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {report?.cells
                .filter((cell) => cell.text !== '' || cell.trace.length > 0)
                .map((cell) => (
                  <Table.Row
                    cursor="pointer"
                    _selected={{ bg: 'plumWash' }}
                    key={cell.id}
                    data-cell={cell.id}
                    aria-selected={shown === cell.id}
                    onClick={() => setShown(cell.id)}
                    onMouseEnter={() => setShown(cell.id)}
                  >
                    <Table.Cell>{cell.name}</Table.Cell>
                    <Table.Cell whiteSpace="pre-line">{cell.text || '–'}</Table.Cell>
                    <Table.Cell fontSize="13px">{originOf(cell)}</Table.Cell>
                    <Table.Cell fontSize="13px" color={cell.fit?.verdict === 'overflows' ? 'vermilion' : undefined}>
                      {fitOf(cell)}
                    </Table.Cell>
                  </Table.Row>
                ))}
            </Table.Body>
          </Table.Root>
        </Box>
      </Flex>
    </Flex>
  );
}

function originOf({ trace }: CellReport): string {
  if (trace.length === 0) return 'fixed text';
  return trace
    .map((one) =>
      [
        one.alias ? `“${one.alias}”` : undefined,
        one.variant ? `variant ${one.variant}` : undefined,
        one.from ?? `no ${one.source}`,
        one.standIn,
      ]
        .filter(Boolean)
        .join(', '),
    )
    .join('; ');
}

function fitOf({ fit }: CellReport): string {
  if (!fit) return '';
  const room =
    fit.reserve < 0 ? `${trimNumber(-fit.reserve, 1)} mm too long` : `${trimNumber(fit.reserve, 1)} mm to spare`;
  return [...fit.steps, room].join(', ');
}

async function exportProof({ format }: LoadedFormat, row: ProofRow, sizeId: string): Promise<void> {
  const body = { kind: 'pdf' as const, document: format.edition.document, sizeId, show: row.show, ...row.filled };
  await saveFile(await askForFile(exportSheet, { body }), 'proof.pdf');
}

'use client';

import { Box, Flex } from '@chakra-ui/react';
import type { LengthValue } from '../../core/format/length-value';
import { hasException, lengthValueAt, valueAt, withLength, withoutException } from '../../core/format/length-value';
import type { FormatDocument, ZoneRuleSetting } from '../../core/format/document';
import { parseLength, trimNumber } from '../../core/geometry/length';
import { refuse } from '../../core/refusal';
import { Button } from '../controls/button';
import { Choice } from '../controls/choice';
import { CommitField, Row, SelectRow } from '../controls/field';
import { useBoard, useBoardStore } from './board-store';
import { Section } from './details-parts';
import { shownLength } from './track-numbers';
import { useSheet } from './use-sheet';

const SIDES = ['left', 'right', 'top', 'bottom'] as const;

/** Margins and zones: everything recomputes as it is typed. */
export function FrameDetails() {
  const document = useBoard((board) => board.document);
  const sizeId = useBoard((board) => board.sizeId);
  const sheet = useSheet();
  const report = sheet.ok ? sheet.report : undefined;
  const size = document.sizes.find((candidate) => candidate.id === sizeId);
  return (
    <>
      <Section title="Frame">
        {report && (
          <Row label="Drawing space">
            <Box pt="4px">
              {trimNumber(report.drawingSpace.width, 2)} × {trimNumber(report.drawingSpace.height, 2)} mm
            </Box>
          </Row>
        )}
        {SIDES.map((side) => (
          <MarginRow key={side} side={side} document={document} sizeId={sizeId} sizeName={size?.name ?? ''} />
        ))}
      </Section>
      <Section title="Zones">
        <ZoneRows document={document} sizeId={sizeId} sizeName={size?.name ?? ''} />
        {report && document.zones.shown && (
          <Row label="Gives">
            <Box pt="4px" fontSize="14px">
              {report.zones.columns.length} × {report.zones.rows.length}: {report.zones.columns[0]!.label}–
              {report.zones.columns.at(-1)!.label} from the left, {report.zones.rows.at(-1)!.label}–
              {report.zones.rows[0]!.label} from the top
            </Box>
          </Row>
        )}
      </Section>
    </>
  );
}

function MarginRow({
  side,
  document,
  sizeId,
  sizeName,
}: {
  side: (typeof SIDES)[number];
  document: FormatDocument;
  sizeId: string;
  sizeName: string;
}) {
  const { perform, endTyping } = useBoardStore.getState();
  const length = document.margins[side];
  const exception = hasException(length, sizeId);
  const oneSize = document.sizes.length === 1;
  return (
    <Flex align="start" gap="4px">
      <Box flex="1" minWidth={0}>
        <CommitField
          label={`${side[0]!.toUpperCase()}${side.slice(1)} margin`}
          value={shownLength(length, sizeId, document.unit)}
          suffix={document.unit}
          live
          left={endTyping}
          commit={(text) => {
            const parsed = parseLength(text, document.unit);
            if (!parsed.ok) return parsed;
            const value: LengthValue =
              parsed.entered === undefined ? parsed.mm : { mm: parsed.mm, entered: parsed.entered };
            return perform(
              { op: 'set margins', change: { [side]: withLength(length, value, exception ? sizeId : undefined) } },
              `margin ${side}`,
            );
          }}
        />
      </Box>
      {!oneSize && (
        <Button
          type="button"
          look="quiet"
          aria-pressed={exception}
          aria-label={`${side} margin on ${sizeName} only`}
          title={
            exception
              ? `${sizeName} has a margin of its own; press to take the others’`
              : `Give ${sizeName} a margin of its own`
          }
          onClick={() =>
            perform({
              op: 'set margins',
              change: {
                [side]: exception
                  ? withoutException(length, sizeId)
                  : withLength(length, lengthValueAt(length, sizeId), sizeId),
              },
            })
          }
        >
          {sizeName} only
        </Button>
      )}
    </Flex>
  );
}

function ZoneRows({ document, sizeId, sizeName }: { document: FormatDocument; sizeId: string; sizeName: string }) {
  const { perform, endTyping } = useBoardStore.getState();
  const { zones } = document;
  const rule = valueAt(zones.rule, sizeId);
  const exception = zones.rule.at?.[sizeId] !== undefined;
  const setRule = (next: ZoneRuleSetting, typing?: string) =>
    perform(
      {
        op: 'set zones',
        change: {
          rule: exception ? { ...zones.rule, at: { ...zones.rule.at, [sizeId]: next } } : { ...zones.rule, base: next },
        },
      },
      typing,
    );
  const gives = useSheet();
  const present = gives.ok
    ? { columns: gives.report.zones.columns.length, rows: gives.report.zones.rows.length }
    : { columns: 8, rows: 6 };
  return (
    <>
      <Row label="Shown">
        <Choice
          label="Zones shown"
          value={zones.shown ? 'yes' : 'no'}
          options={[
            { value: 'yes', label: 'Yes' },
            { value: 'no', label: 'No' },
          ]}
          onChange={(value) => void perform({ op: 'set zones', change: { shown: value === 'yes' } })}
        />
      </Row>
      <SelectRow
        label="Rule"
        value={rule.kind}
        options={[
          { value: 'pitch', label: 'Fields of a length, from the centre' },
          { value: 'count', label: 'A number of equal fields' },
        ]}
        onChange={(kind) => void setRule(kind === 'pitch' ? { kind, pitch: 50, corner: 10 } : { kind, ...present })}
      />
      {exception && (
        <Box fontSize="13px" color="soft" pl="96px">
          {sizeName} has a rule of its own.
        </Box>
      )}
      {rule.kind === 'pitch' ? (
        <CommitField
          label="Field length"
          value={shownLength(rule.pitch, sizeId, document.unit)}
          suffix={document.unit}
          live
          left={endTyping}
          commit={(text) => {
            const parsed = parseLength(text, document.unit);
            return parsed.ok ? setRule({ ...rule, pitch: parsed.mm }, 'field length') : parsed;
          }}
        />
      ) : (
        <Flex direction="column">
          {(['columns', 'rows'] as const).map((axis) => (
            <CommitField
              key={axis}
              label={axis === 'columns' ? 'Columns' : 'Rows'}
              value={String(rule[axis])}
              live
              left={endTyping}
              commit={(text) => {
                const count = Number(text);
                if (!Number.isInteger(count) || count < 1 || count > 60) return refuse('A whole number from 1 to 60.');
                return setRule({ ...rule, [axis]: count }, `zone ${axis}`);
              }}
            />
          ))}
        </Flex>
      )}
      <SelectRow
        label="Letters run"
        value={zones.verticalRuns}
        options={[
          { value: 'down', label: 'from the top down' },
          { value: 'up', label: 'from the bottom up' },
        ]}
        onChange={(verticalRuns) => void perform({ op: 'set zones', change: { verticalRuns } })}
      />
      <SelectRow
        label="Numerals run"
        value={zones.horizontalRuns}
        options={[
          { value: 'rightward', label: 'from left to right' },
          { value: 'leftward', label: 'from right to left' },
        ]}
        onChange={(horizontalRuns) => void perform({ op: 'set zones', change: { horizontalRuns } })}
      />
      <CommitField
        label="Omitted"
        value={zones.omit.join(' ')}
        commit={(text) => {
          const omit = [
            ...new Set(
              text
                .toUpperCase()
                .split(/[\s,]+/)
                .filter(Boolean),
            ),
          ];
          if (omit.some((letter) => !/^[A-Z]$/.test(letter))) return refuse('Letters from A to Z, parted by spaces.');
          if (omit.length > 20) return refuse('At most 20 letters may be omitted.');
          return perform({ op: 'set zones', change: { omit } });
        }}
      />
    </>
  );
}

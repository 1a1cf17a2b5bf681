'use client';

import { Box, Flex } from '@chakra-ui/react';
import { type PerSize, valueAt } from '../../../core/format/length-value';
import type { FormatDocument, ZoneRuleSetting, ZoneSettings } from '../../../core/format/document';
import { trimNumber } from '../../../core/geometry/length';
import { refuse } from '../../../core/refusal';
import { Button } from '../../controls/button';
import { CheckBox } from '../../controls/check-box';
import { Choice } from '../../controls/choice';
import { CommitField, Row, SelectRow } from '../../controls/field';
import { useBoard, useBoardStore } from '../board-store';
import { LineLook } from './details-lines';
import { FrameAndMarks } from './details-marks';
import { Section } from './details-parts';
import { LengthRow } from './length-row';
import { useSheet } from '../desk/use-sheet';

const SIDES = ['left', 'right', 'top', 'bottom'] as const;
const YES_NO = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
] as const;

/** Margins and zones: everything recomputes as it is typed. */
export function FrameDetails() {
  const store = useBoardStore();
  const document = useBoard((board) => board.document);
  const sizeId = useBoard((board) => board.sizeId);
  const sheet = useSheet();
  const { perform } = store.getState();
  const report = sheet.ok ? sheet.report : undefined;
  const sizeName = document.sizes.find((candidate) => candidate.id === sizeId)?.name ?? '';
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
          <LengthRow
            key={side}
            label={`${side[0]!.toUpperCase()}${side.slice(1)} margin`}
            length={document.margins[side]}
            typing={`margin ${side}`}
            onChange={(length, typing) => perform({ op: 'set margins', change: { [side]: length } }, typing)}
          />
        ))}
      </Section>
      <Section title="Zones">
        <ZoneRows document={document} sizeId={sizeId} sizeName={sizeName} />
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
      {document.zones.shown && (
        <>
          <Section title="Line around the zones">
            <LineLook
              line={document.zones.border}
              onChange={(part) =>
                perform({ op: 'set zones', change: { border: { ...document.zones.border, ...part } } })
              }
            />
          </Section>
          <Section title="Lines between the zones">
            <LineLook
              line={document.zones.ticks}
              onChange={(part) => perform({ op: 'set zones', change: { ticks: { ...document.zones.ticks, ...part } } })}
            />
          </Section>
        </>
      )}
      <FrameAndMarks />
    </>
  );
}

/** A setting with a value of its own on one size, or the others'. */
function withValue<T>(setting: PerSize<T>, value: T, sizeId: string, exception: boolean): PerSize<T> {
  return exception ? { ...setting, at: { ...setting.at, [sizeId]: value } } : { ...setting, base: value };
}

function ZoneRows({ document, sizeId, sizeName }: { document: FormatDocument; sizeId: string; sizeName: string }) {
  const store = useBoardStore();
  const { perform } = store.getState();
  const { zones } = document;
  const set = (change: Partial<ZoneSettings>, typing?: string) => perform({ op: 'set zones', change }, typing);
  return (
    <>
      <Row label="Shown">
        <Choice
          label="Zones shown"
          value={zones.shown ? 'yes' : 'no'}
          options={YES_NO}
          onChange={(value) => void set({ shown: value === 'yes' })}
        />
      </Row>
      <RuleRows zones={zones} sizeId={sizeId} sizeName={sizeName} set={set} />
      <SelectRow
        label="Letters"
        value={zones.lettersAlong}
        options={[
          { value: 'vertical', label: 'along the upright edges' },
          { value: 'horizontal', label: 'along the level edges' },
        ]}
        onChange={(lettersAlong) => void set({ lettersAlong })}
      />
      <SelectRow
        label={zones.lettersAlong === 'vertical' ? 'Letters run' : 'Numerals run'}
        value={zones.verticalRuns}
        options={[
          { value: 'down', label: 'from the top down' },
          { value: 'up', label: 'from the bottom up' },
        ]}
        onChange={(verticalRuns) => void set({ verticalRuns })}
      />
      <SelectRow
        label={zones.lettersAlong === 'vertical' ? 'Numerals run' : 'Letters run'}
        value={zones.horizontalRuns}
        options={[
          { value: 'rightward', label: 'from left to right' },
          { value: 'leftward', label: 'from right to left' },
        ]}
        onChange={(horizontalRuns) => void set({ horizontalRuns })}
      />
      <CommitField
        label="Omitted"
        value={zones.omit.join(' ')}
        onCommit={(text) => {
          const omit = [
            ...new Set(
              text
                .toUpperCase()
                .split(/[\s,]+/)
                .filter(Boolean),
            ),
          ];
          if (omit.some((letter) => !/^[A-Z]$/.test(letter)))
            return refuse('Letters from A to Z, separated by spaces.');
          if (omit.length > 20) return refuse('At most 20 letters may be omitted.');
          return set({ omit });
        }}
      />
      <EdgeRow zones={zones} sizeId={sizeId} sizeName={sizeName} set={set} />
      <SelectRow
        label="Lettering"
        value={zones.lettering}
        options={document.letterings.map((one) => ({
          value: one.id,
          label: `${one.name} · ${trimNumber(one.height, 2)} mm`,
        }))}
        onChange={(lettering) => void set({ lettering })}
      />
      <LengthRow
        label="Band"
        length={zones.band}
        least={0}
        most={100}
        typing="zone band"
        onChange={(band, typing) => set({ band }, typing)}
      />
    </>
  );
}

interface SettingRow {
  zones: ZoneSettings;
  sizeId: string;
  sizeName: string;
  set: (change: Partial<ZoneSettings>, typing?: string) => { ok: true } | { ok: false; reason: string };
}

function RuleRows({ zones, sizeId, sizeName, set }: SettingRow) {
  const store = useBoardStore();
  const rule = valueAt(zones.rule, sizeId);
  const exception = zones.rule.at?.[sizeId] !== undefined;
  const sheet = useSheet();
  const present = sheet.ok
    ? { columns: sheet.report.zones.columns.length, rows: sheet.report.zones.rows.length }
    : { columns: 8, rows: 6 };
  const setRule = (next: ZoneRuleSetting, typing?: string) =>
    set({ rule: withValue(zones.rule, next, sizeId, exception) }, typing);
  const { endTyping } = store.getState();
  return (
    <>
      <SelectRow
        label="Rule"
        value={rule.kind}
        options={[
          { value: 'pitch', label: 'Fields of a length, from the centre' },
          { value: 'count', label: 'A number of equal fields' },
        ]}
        onChange={(kind) => void setRule(kind === 'pitch' ? { kind, pitch: 50, corner: 10 } : { kind, ...present })}
      />
      <OwnToggle
        what="rule"
        sizeName={sizeName}
        exception={exception}
        toggle={() => set({ rule: toggled(zones.rule, rule, sizeId, exception) })}
      />
      {rule.kind === 'pitch' ? (
        <>
          <LengthRow
            label="Field length"
            length={rule.pitch}
            typing="field length"
            plain
            onChange={(pitch, typing) => setRule({ ...rule, pitch }, typing)}
          />
          <LengthRow
            label="Least corner"
            length={rule.corner}
            least={0}
            plain
            onChange={(corner) => setRule({ ...rule, corner })}
          />
        </>
      ) : (
        (['columns', 'rows'] as const).map((axis) => (
          <CommitField
            key={axis}
            label={axis === 'columns' ? 'Columns' : 'Rows'}
            value={String(rule[axis])}
            live
            onLeave={endTyping}
            onCommit={(text) => {
              const count = Number(text);
              if (!Number.isInteger(count) || count < 1 || count > 60) return refuse('A whole number from 1 to 60.');
              return setRule({ ...rule, [axis]: count }, `zone ${axis}`);
            }}
          />
        ))
      )}
    </>
  );
}

/** On which edges of the frame the zones are marked; a size may have edges of its own. */
function EdgeRow({ zones, sizeId, sizeName, set }: SettingRow) {
  const edges = valueAt(zones.edges, sizeId);
  const exception = zones.edges.at?.[sizeId] !== undefined;
  return (
    <>
      <Row label="On edges">
        <Flex wrap="wrap" gap="2px 10px" pt="3px">
          {(['top', 'bottom', 'left', 'right'] as const).map((edge) => (
            <CheckBox
              key={edge}
              checked={edges[edge]}
              onChange={(checked) =>
                void set({
                  edges: withValue(zones.edges, { ...edges, [edge]: checked }, sizeId, exception),
                })
              }
            >
              {edge}
            </CheckBox>
          ))}
        </Flex>
      </Row>
      <OwnToggle
        what="edges"
        sizeName={sizeName}
        exception={exception}
        toggle={() => set({ edges: toggled(zones.edges, edges, sizeId, exception) })}
      />
    </>
  );
}

/** The setting with what holds on a size as its own, or without it. */
function toggled<T>(setting: PerSize<T>, value: T, sizeId: string, exception: boolean): PerSize<T> {
  if (!exception) return { ...setting, at: { ...setting.at, [sizeId]: value } };
  const { [sizeId]: _, ...at } = setting.at!;
  return Object.keys(at).length === 0 ? { base: setting.base } : { base: setting.base, at };
}

function OwnToggle(props: { what: string; sizeName: string; exception: boolean; toggle: () => void }) {
  const sizes = useBoard((board) => board.document.sizes.length);
  if (sizes === 1) return null;
  const { what, sizeName, exception, toggle } = props;
  return (
    <Row label="">
      <Button type="button" look="quiet" fontSize="13px" aria-pressed={exception} onClick={toggle}>
        {exception ? `${sizeName} has ${what} of its own` : `Give ${sizeName} ${what} of its own`}
      </Button>
    </Row>
  );
}

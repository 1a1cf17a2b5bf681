'use client';

import { Box } from '@chakra-ui/react';
import { type MouseEvent, type ReactNode, useRef, useState } from 'react';
import { overrulable } from '../../core/drawing/asking';
import { isSignature, signerOf } from '../../core/drawing/signing';
import { type Point, holds, top } from '../../core/geometry/box';
import { fontFamily } from '../../core/lettering/fonts';
import { valueText } from '../../core/property/value';
import type { Outcome } from '../../core/refusal';
import type { Composed } from '../../core/scene/compose';
import type { CellReport, Report } from '../../core/scene/report';
import { useZoom } from '../sheet/use-zoom';
import { type View, fromDesk, toDesk, useView, useViewStore } from '../sheet/view-store';
import { Button } from '../controls/button';
import { Problem, TextInput } from '../controls/field';
import { SheetOnDesk } from '../sheet/sheet-on-desk';
import { AnswerField, type AnswerFields } from './answer-field';
import { type AskedPlace, askedPlaces } from './asked-places';
import { askedOf, documentsOf } from './use-sheets';
import { type Changed, type OpenDrawing, type Untaken, withAnswer } from './drawing-store';
import { useLocked } from './use-locked';

/** Least height of a cell on the screen at which it can be typed in, px. */
const LEGIBLE = 24;

interface SheetProps {
  open: OpenDrawing;
  sheet: Outcome<Composed>;
  focused: string | undefined;
  fields: AnswerFields;
  onFocus: (key: string | undefined) => void;
  onChange: (changed: Changed) => void;
  untaken: Readonly<Record<string, Untaken>>;
  onUntaken: (key: string, untaken: Untaken | undefined) => void;
  /** What lies over the sheet, under the fields. */
  children?: ReactNode;
}

/** The sheet of a drawing: its asked values are typed where they stand, everything else is locked and says why. */
export function DrawingSheet(props: SheetProps) {
  const { open, sheet, focused, fields, onFocus, onChange, untaken, onUntaken, children } = props;
  const svg = useRef<SVGSVGElement>(null);
  const view = useView((state) => state.view);
  const [asking, setAsking] = useState<string>();
  useZoom(svg, sheet.ok ? sheet.scene : undefined);
  const report = sheet.ok ? sheet.report : undefined;
  const places = askedPlaces(
    askedOf(open).filter((one) => !isSignature(one)),
    report,
  );
  const click = (event: MouseEvent<SVGSVGElement>) => {
    if (!report) return;
    const frame = event.currentTarget.getBoundingClientRect();
    const point = fromDesk(view, report.sheet.height, { x: event.clientX - frame.left, y: event.clientY - frame.top });
    const cell = report.cells.findLast((one) => holds(one.box, point));
    const own = places.find((place) => place.cell?.id === cell?.id);
    if (own) fields.current.get(own.asked.key)?.focus();
    setAsking(own ? undefined : cell?.id);
  };
  const locked = report?.cells.find((cell) => cell.id === asking);
  return (
    <Box position="relative" width="100%" height="100%" bg="desk" overflow="hidden" data-testid="desk">
      <SheetOnDesk svg={svg} scene={sheet.ok ? sheet.scene : undefined} onClick={click} />
      {children}
      {!sheet.ok && <Problem>{sheet.reason}</Problem>}
      {report &&
        places.map((place, i) =>
          place.cell ? (
            <AskedOnSheet
              key={place.asked.key}
              place={place as Required<AskedPlace> & { cell: CellReport }}
              number={i + 1}
              of={places.length}
              view={view}
              report={report}
              open={open}
              focused={focused === place.asked.key}
              fields={fields}
              onFocus={onFocus}
              onChange={onChange}
              untaken={untaken[place.asked.key]}
              onUntaken={(one) => onUntaken(place.asked.key, one)}
            />
          ) : null,
        )}
      {locked && report && (
        <Locked
          cell={locked}
          at={toDesk(view, report.sheet.height, { x: locked.box.x, y: locked.box.y })}
          open={open}
          onChange={onChange}
        />
      )}
    </Box>
  );
}

interface AskedOnSheetProps {
  place: { asked: AskedPlace['asked']; cell: CellReport };
  number: number;
  of: number;
  view: View;
  report: Report;
  open: OpenDrawing;
  focused: boolean;
  fields: AnswerFields;
  onFocus: (key: string | undefined) => void;
  onChange: (changed: Changed) => void;
  untaken: Untaken | undefined;
  onUntaken: (untaken: Untaken | undefined) => void;
}

/** One asked value where it stands: its field lies over the cell, its prompt beside it while it is typed in. */
function AskedOnSheet(props: AskedOnSheetProps) {
  const { place, number, of, view, report, open, focused, fields, onFocus, onChange, untaken, onUntaken } = props;
  const { asked, cell } = place;
  const { drawing } = open;
  const viewStore = useViewStore();
  const problem = untaken?.reason;
  const at = toDesk(view, report.sheet.height, { x: cell.box.x, y: top(cell.box) });
  const [width, height] = [cell.box.width * view.k, cell.box.height * view.k];
  const run = cell.runs[0];
  const size = Math.max(11, (run?.height ?? 2.5) * view.k * 1.35);
  const locked = useLocked(open);
  const goThere = () => {
    onFocus(asked.key);
    if (height >= LEGIBLE) return;
    const block = report.blocks.find((one) => one.id === cell.block);
    if (block) viewStore.getState().frame(block.box);
  };
  return (
    <>
      <Box
        position="absolute"
        left={`${at.x}px`}
        top={`${at.y}px`}
        width={`${width}px`}
        height={`${height}px`}
        pointerEvents="none"
      >
        <AnswerField
          fields={fields}
          office={open.office}
          asked={asked}
          answers={drawing.answers}
          among={askedOf(open)}
          disabled={locked}
          answer={(value) => onChange({ answers: withAnswer(drawing.answers, asked.key, value) })}
          untaken={untaken?.text}
          refused={(reason, text = '') => onUntaken(reason === undefined ? undefined : { text, reason })}
          onFocus={goThere}
          onBlur={() => onFocus(undefined)}
          style={{
            position: 'absolute',
            left: 1,
            right: 1,
            bottom: 1,
            width: 'calc(100% - 2px)',
            height: Math.min(height - 2, Math.max(16, size * 1.25)),
            padding: `0 ${Math.max(2, view.k)}px`,
            fontFamily: fontFamily('osifont'),
            fontSize: size,
            // Until it is typed in, the sheet itself shows the answer.
            color: focused || problem ? '#22262E' : 'transparent',
            background: focused || problem ? '#FBFAF6' : 'transparent',
            border: 'none',
            borderBottom: `2px dashed ${problem ? '#B93A24' : locked ? 'transparent' : '#935A0A'}`,
            outline: 'none',
            pointerEvents: locked ? 'none' : 'auto',
            cursor: 'text',
          }}
        />
      </Box>
      {focused && (
        <Bubble at={{ x: at.x, y: at.y + height + 4 }}>
          <Box color="ochre" fontSize="12px" fontWeight={600}>
            {number} of {of}
          </Box>
          <Box>{asked.prompt || asked.name}</Box>
          {asked.hint && (
            <Box color="soft" fontSize="13px">
              {asked.hint}
            </Box>
          )}
          {cell.fit && cell.fit.steps.length > 0 && (
            <Box color={cell.fit.verdict === 'overflows' ? 'vermilion' : 'soft'} fontSize="13px">
              {cell.fit.verdict === 'overflows' ? 'It does not fit: ' : ''}
              {cell.fit.steps.join(', ')}
            </Box>
          )}
          {problem && <Problem>{problem}</Problem>}
        </Bubble>
      )}
    </>
  );
}

function Bubble({ at, children }: { at: Point; children: ReactNode }) {
  return (
    <Box
      position="absolute"
      left={`clamp(6px, ${at.x}px, calc(100% - 266px))`}
      top={`clamp(6px, ${at.y}px, calc(100% - 110px))`}
      width="260px"
      bg="card"
      border="1px solid"
      borderColor="ink"
      boxShadow="0 4px 14px #0003"
      px="10px"
      py="6px"
      zIndex={5}
      role="note"
    >
      {children}
    </Box>
  );
}

/** Why a cell is locked and where its value comes from; a link that may be overruled is overruled here. */
function Locked({
  cell,
  at,
  open,
  onChange,
}: {
  cell: CellReport;
  at: Point;
  open: OpenDrawing;
  onChange: (changed: Changed) => void;
}) {
  const { drawing } = open;
  const allowed = overrulable(documentsOf(open));
  const mine = cell.trace.find((trace) => allowed.has(trace.property));
  const signed = askedOf(open).find(
    (one) => isSignature(one) && cell.trace.some(({ property }) => property === one.key || property === one.property),
  );
  const given = mine && drawing.overruled[mine.property];
  const [typed, setTyped] = useState<string>();
  const set = (value: string | undefined) =>
    onChange({ overruled: withAnswer(drawing.overruled, mine!.property, value) });
  return (
    <Bubble at={{ x: at.x, y: at.y + 4 }}>
      <Box fontWeight={600}>{cell.name}</Box>
      {cell.trace.length === 0 && (
        <Box fontSize="13px">Fixed by the format. It is the same on every drawing, and changes only on the board.</Box>
      )}
      {cell.trace.map((trace) => (
        <Box key={trace.property} fontSize="13px">
          {trace.name} comes from {trace.from ?? `the ${trace.source}`}
          {trace.variant ? `, variant ${trace.variant}` : ''}
          {trace.alias ? `, where it is called “${trace.alias}”` : ''}
          {trace.value === undefined ? '; it has no value there.' : `: ${valueText(trace.value)}.`}
        </Box>
      ))}
      {mine && drawing.state === 'in work' && (
        <Box pt="4px">
          {given !== undefined && (
            <Box color="ochre" fontSize="13px">
              ▲ Overruled on this drawing: {valueText(given)}
            </Box>
          )}
          <form
            style={{ display: 'flex', gap: 4 }}
            onSubmit={(event) => {
              event.preventDefault();
              if (typed?.trim()) set(typed.trim());
              setTyped(undefined);
            }}
          >
            <TextInput
              aria-label={`Overrule ${mine.name}`}
              placeholder="Overrule it here with…"
              value={typed ?? ''}
              onChange={(event) => setTyped(event.target.value)}
            />
            {given === undefined ? (
              <Button type="submit">Overrule</Button>
            ) : (
              <Button type="button" onClick={() => set(undefined)}>
                Go back
              </Button>
            )}
          </form>
        </Box>
      )}
      {signed && (
        <Box fontSize="13px" color="soft">
          {signerOf({ asked: signed }).words} signs it, under Asked.
        </Box>
      )}
      {!mine && !signed && cell.trace.length > 0 && (
        <Box fontSize="13px" color="soft">
          It is locked here: change it where it comes from.
        </Box>
      )}
    </Bubble>
  );
}

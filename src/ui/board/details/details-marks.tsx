'use client';

import type { FormatDocument } from '../../../core/format/document';
import { Choice } from '../../controls/choice';
import { Row, SelectRow } from '../../controls/field';
import { useBoard } from '../board-store';
import { LineLook } from './details-lines';
import { Section } from './details-parts';
import { LengthRow } from './length-row';
import { useSheetChange } from './use-sheet-change';

const YES_NO = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
] as const;

/** The frame's line and each kind of mark, on or off, with its measures. */
export function FrameAndMarks() {
  const change = useSheetChange();
  const { marks, frame, letterings, inks } = useBoard((board) => board.document);
  const setMarks = (part: Partial<FormatDocument['marks']>) => change({ marks: { ...marks, ...part } });
  return (
    <>
      <Section title="Frame line">
        <LineLook line={frame} onChange={(part) => change({ frame: { ...frame, ...part } })} />
      </Section>
      <Section title="Marks">
        <Row label="Centring">
          <Choice
            label="Centring marks"
            value={marks.centring.shown ? 'yes' : 'no'}
            options={YES_NO}
            onChange={(value) => void setMarks({ centring: { ...marks.centring, shown: value === 'yes' } })}
          />
        </Row>
        {marks.centring.shown && (
          <>
            <LengthRow
              label="Into the frame"
              length={marks.centring.inside}
              least={0}
              most={100}
              onChange={(inside) => setMarks({ centring: { ...marks.centring, inside } })}
            />
            <LineLook
              line={marks.centring.line}
              onChange={(part) =>
                setMarks({ centring: { ...marks.centring, line: { ...marks.centring.line, ...part } } })
              }
            />
          </>
        )}
        <Row label="Trimming">
          <Choice
            label="Trimming marks"
            value={marks.trimming.shown ? 'yes' : 'no'}
            options={YES_NO}
            onChange={(value) => void setMarks({ trimming: { ...marks.trimming, shown: value === 'yes' } })}
          />
        </Row>
        {marks.trimming.shown && (
          <>
            {(['length', 'width'] as const).map((side) => (
              <LengthRow
                key={side}
                label={side === 'length' ? 'Long' : 'Wide'}
                length={marks.trimming[side]}
                least={0}
                most={100}
                onChange={(length) => setMarks({ trimming: { ...marks.trimming, [side]: length } })}
              />
            ))}
            {inks.length > 1 && (
              <SelectRow
                label="Ink"
                value={marks.trimming.ink}
                options={inks.map((ink) => ({ value: ink.id, label: ink.name }))}
                onChange={(ink) => void setMarks({ trimming: { ...marks.trimming, ink } })}
              />
            )}
          </>
        )}
        <Row label="Size’s name">
          <Choice
            label="Size designation"
            value={marks.designation.shown ? 'yes' : 'no'}
            options={YES_NO}
            onChange={(value) => void setMarks({ designation: { ...marks.designation, shown: value === 'yes' } })}
          />
        </Row>
        {marks.designation.shown && (
          <SelectRow
            label="Lettering"
            value={marks.designation.lettering}
            options={letterings.map((one) => ({ value: one.id, label: one.name }))}
            onChange={(lettering) => void setMarks({ designation: { ...marks.designation, lettering } })}
          />
        )}
      </Section>
    </>
  );
}

'use client';

import { Box } from '@chakra-ui/react';
import { counted } from '../../core/counted';
import { sizeInWords, sizeOf } from '../../core/format/sizing';
import { trimNumber } from '../../core/geometry/length';
import type { LookAt } from '../../core/recognising/look-at';
import type { Choices } from '../../core/recognising/reading-in';
import { USUAL_TOLERANCE } from '../../core/recognising/recognise';
import { STANDARD_SIZES } from '../../core/sheet/sizes';
import { CheckBox } from '../controls/check-box';
import { CommitField, Row, SelectRow } from '../controls/field';

const mm = (value: number) => trimNumber(value, 2).replace('-', '−');
/** A size that is none of a standard's. */
const OWN = 'own';

/** What a drawing is taken to be: its space, unit, sheet, corner and the tolerance under which lines are mended; each can be chosen otherwise. */
export function SheetChoices({
  look,
  choices,
  onChoose,
}: {
  look: LookAt;
  choices: Choices;
  onChoose: (choices: Choices) => void;
}) {
  const { spaces, space, units, mmPerUnit, isUnitKnown, sheets, sheet, recognition, report } = look;
  const { border } = recognition;
  const { x, y } = report.movedBy;
  const isMoved = choices.move !== false;
  const size = STANDARD_SIZES.find(({ id }) => id === sheet.standard);
  return (
    <Box px="12px" py="6px" borderBottom="1px solid" borderColor="line">
      {spaces.length > 1 && (
        <SelectRow
          label="Space"
          value={space}
          options={spaces.map(({ name, kind, figures }) => ({
            value: name,
            label: `${name}, ${kind === 'paper' ? 'a layout' : 'the model'}: ${counted(figures, 'figure')}`,
          }))}
          onChange={(next) => onChoose({ space: next, sheet: 0 })}
        />
      )}
      <SelectRow
        label="Unit"
        value={String(mmPerUnit)}
        options={[
          ...(units.some((one) => one.mmPerUnit === mmPerUnit)
            ? []
            : [
                {
                  value: String(mmPerUnit),
                  label: `its own: ${mm(sheet.box.width)} × ${mm(sheet.box.height)} mm${nameOf(sheet.standard)}`,
                },
              ]),
          ...units.map((one) => ({
            value: String(one.mmPerUnit),
            label: `${one.name}: ${mm(one.width)} × ${mm(one.height)} mm${nameOf(one.standard)}`,
          })),
        ]}
        onChange={(next) => onChoose({ mmPerUnit: Number(next) })}
      />
      {!isUnitKnown && (
        <Box fontSize="13px" color="ochre" pl="96px">
          ▲ The drawing does not say its unit. This one makes the most sense of its size.
        </Box>
      )}
      {sheets.length > 1 && (
        <SelectRow
          label="Sheet"
          value={String(choices.sheet ?? 0)}
          options={sheets.map((one, i) => ({
            value: String(i),
            label: `${i + 1} of ${sheets.length}, ${mm(one.box.width)} × ${mm(one.box.height)} mm`,
          }))}
          onChange={(next) => onChoose({ sheet: Number(next) })}
        />
      )}
      <SelectRow
        label="Size"
        value={size?.id ?? OWN}
        options={[
          ...(size ? [] : [{ value: OWN, label: `its own, ${mm(sheet.box.width)} × ${mm(sheet.box.height)} mm` }]),
          ...STANDARD_SIZES.map((one) => ({
            value: one.id,
            label: `${one.name} ${one.orientation}, ${sizeInWords(sizeOf(one.id, look.unit)!, look.unit)}`,
          })),
        ]}
        onChange={(next) => {
          if (next !== OWN) onChoose({ standard: next });
        }}
      />
      <Row label="Found by">
        <Box pt="4px" fontSize="13px">
          {sheet.by}
          {sheet.sure < 0.6 && (
            <Box as="span" color="vermilion">
              {' '}
              ? a guess; look at the size
            </Box>
          )}
        </Box>
      </Row>
      <Row label="Corner">
        <Box pt="3px" fontSize="13px">
          {Math.abs(x) < 0.005 && Math.abs(y) < 0.005 ? (
            'at the origin'
          ) : (
            <CheckBox checked={isMoved} onChange={(checked) => onChoose({ move: checked })}>
              {isMoved ? 'moved' : 'to be moved'} by {mm(x)} and {mm(y)} mm to the origin
            </CheckBox>
          )}
        </Box>
      </Row>
      <CommitField
        label="Mend below"
        value={`${trimNumber(choices.tolerance ?? USUAL_TOLERANCE, 3)} mm`}
        onCommit={(text) => {
          const value = Number(text.replace(/\s*mm$/i, '').replace(',', '.'));
          if (!(value >= 0.01 && value <= 5)) return { ok: false, reason: 'Type 0.01 to 5 mm.' };
          onChoose({ tolerance: value });
          return { ok: true };
        }}
      />
      <Row label="Border">
        <Box pt="4px" fontSize="13px">
          {borderWords(border)}
        </Box>
      </Row>
    </Box>
  );
}

const nameOf = (standard: string | undefined): string => {
  const size = STANDARD_SIZES.find(({ id }) => id === standard);
  return size ? `, ${size.name} ${size.orientation}` : '';
};

function borderWords({
  frame,
  space,
  zones,
  centring,
  trimming,
  designation,
}: LookAt['recognition']['border']): string {
  const marks = [centring && 'centring marks', trimming && 'trimming marks', designation && 'the size’s name'].filter(
    (one) => one !== undefined,
  );
  return [
    frame ? `frame ${mm(space.width)} × ${mm(space.height)} mm` : 'no frame',
    zones ? `${zones.columns} × ${zones.rows} zones${zones.exact ? '' : ' whose fields are not alike'}` : 'no zones',
    ...marks,
  ].join(', ');
}

'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { DrawnSheet } from '../../core/drawing/sheets';
import { DrawingSheet } from '../../core/drawing/sheets';
import { refuse } from '../../core/refusal';
import type { PlannedSheet } from '../../core/scene/planning';
import { Button } from '../controls/button';
import { CommitField, Row, SelectRow } from '../controls/field';
import { sentence } from '../controls/sentence';
import { SortableItem, SortableList } from '../controls/sortable';
import { FormatPicker, formatWords } from '../formats/format-picker';
import { SpecimenPicker } from '../specimens/specimen-picker';
import { DrawingSettings } from './drawing-settings';
import type { Changed, OpenDrawing } from './drawing-store';
import type { WantedMove } from './moving/ways-to-move';
import { PaneHead } from './pane-head';
import { useDefaultFormat } from './use-default-format';
import { useLocked } from './use-locked';

/** The sheets of a drawing in their order: each with its name and, where it differs from the drawing's, its size, scale, model, format. */
export function SheetsPane(props: {
  open: OpenDrawing;
  planned: readonly PlannedSheet<DrawnSheet>[];
  onShow: (number: number) => void;
  onChange: (changed: Changed) => void;
  onMove: (wanted: WantedMove) => void;
}) {
  const { open, planned, onShow, onChange, onMove } = props;
  const { sheets } = open.drawing;
  const [opened, setOpened] = useState<string>();
  const locked = useLocked(open);
  const following = planned.filter(({ follows }) => follows).length;
  const put = (sheet: DrawingSheet) => onChange({ sheets: sheets.map((one) => (one.id === sheet.id ? sheet : one)) });
  const add = () => {
    const sheet = { id: crypto.randomUUID(), name: '' };
    onChange({ sheets: [...sheets, sheet] });
    setOpened(sheet.id);
    onShow(planned.length + 1);
  };
  return (
    <Box px="12px" pt="10px">
      <PaneHead title="Sheets" words="Numbers, totals and tables that go on follow by themselves." />
      <SortableList
        ids={sheets.map(({ id }) => id)}
        onMove={(order) => !locked && onChange({ sheets: order.map((id) => sheets.find((sheet) => sheet.id === id)!) })}
      >
        {sheets.map((sheet, i) => {
          const own = planned.find((one) => one.sheet === sheet && !one.follows);
          const number = own?.place.number ?? i + 1;
          return (
            <SortableItem key={sheet.id} id={sheet.id} name={`sheet ${number}`}>
              <SheetEntry
                sheet={sheet}
                planned={own}
                number={number}
                open={open}
                opened={opened === sheet.id}
                locked={locked}
                toggle={() => {
                  setOpened(opened === sheet.id ? undefined : sheet.id);
                  onShow(number);
                }}
                onChange={put}
                remove={
                  sheets.length > 1
                    ? () => onChange({ sheets: sheets.filter((one) => one.id !== sheet.id) })
                    : undefined
                }
              />
            </SortableItem>
          );
        })}
      </SortableList>
      {following > 0 && (
        <Box py="6px" fontSize="13px" color="soft" fontStyle="italic" borderTop="1px solid" borderColor="line">
          {following > 1 ? `${following} more sheets follow` : 'One more sheet follows'} by{' '}
          {following > 1 ? 'themselves' : 'itself'}: a table goes on.
        </Box>
      )}
      {!locked && (
        <Button type="button" look="primary" onClick={add}>
          Add a sheet
        </Button>
      )}
      <DrawingSettings open={open} locked={locked} onChange={onChange} onMove={onMove} />
    </Box>
  );
}

/** The format of a sheet of its own, with its edition. */
function editionWords(formats: OpenDrawing['formats'], id: string): string {
  const format = formats.find(({ edition }) => edition.id === id);
  return format ? formatWords(format) : id;
}

const AS_THE_DRAWING = { value: '', label: 'As the drawing' };

function SheetEntry(props: {
  sheet: DrawingSheet;
  planned: PlannedSheet<DrawnSheet> | undefined;
  number: number;
  open: OpenDrawing;
  opened: boolean;
  locked: boolean;
  toggle: () => void;
  onChange: (sheet: DrawingSheet) => void;
  remove: (() => void) | undefined;
}) {
  const { sheet, planned, number, open, opened, locked, toggle, onChange, remove } = props;
  const { office, formats } = open;
  const model = office.specimens.find(({ id }) => id === sheet.specimen);
  const own = [
    planned?.document.sizes.find(({ id }) => id === planned.sizeId)?.name,
    sheet.scale,
    model && [model.name, sheet.variant].filter(Boolean).join(' · '),
    sheet.edition && editionWords(formats, sheet.edition),
  ].filter(Boolean);
  /** The sheet with a field set, or left to the drawing. */
  const set = (change: Partial<Record<keyof DrawingSheet, string | undefined>>) => {
    const next = Object.fromEntries(
      Object.entries({ ...sheet, ...change }).filter(
        ([key, value]) => key === 'name' || (value !== undefined && value !== ''),
      ),
    );
    const parsed = DrawingSheet.safeParse(next);
    if (!parsed.success) return refuse(sentence(parsed.error.issues[0]!.message));
    onChange(parsed.data);
    return { ok: true as const };
  };
  return (
    <Box borderTop="1px solid" borderColor="line" py="5px" pr="16px">
      <Flex
        as="button"
        gap="10px"
        width="100%"
        textAlign="left"
        cursor="pointer"
        aria-expanded={opened}
        onClick={toggle}
      >
        <Box width="20px" fontWeight={600}>
          {number}
        </Box>
        <Box flex="1" minWidth={0}>
          {sheet.name || (
            <Box as="span" color="soft">
              without a name
            </Box>
          )}
          <Box fontSize="13px" color="soft">
            {own.join(' · ')}
          </Box>
        </Box>
      </Flex>
      {opened && !locked && (
        <Box pt="4px" pl="4px">
          <CommitField label="Name" value={sheet.name} onCommit={(name) => set({ name })} />
          <SelectRow
            label="Size"
            value={sheet.sizeId ?? ''}
            options={[
              { value: '', label: 'As the drawing' },
              ...(planned?.document.sizes ?? []).map(({ id, name }) => ({ value: id, label: name })),
            ]}
            onChange={(sizeId) => set({ sizeId })}
          />
          <CommitField label="Scale" value={sheet.scale ?? ''} onCommit={(scale) => set({ scale })} />
          <Row label="Model">
            <SpecimenPicker
              label="Model of the sheet"
              shown={sheet.specimen ? (model?.name ?? sheet.specimen) : AS_THE_DRAWING.label}
              first={AS_THE_DRAWING}
              onChoose={(_, entry) => {
                const same = entry?.variants.find((name) => name === open.drawing.variant) ?? entry?.variants[0];
                set({ specimen: entry?.id, variant: same });
              }}
            />
          </Row>
          {model && model.variants.length > 0 && (
            <SelectRow
              label="Variant"
              value={sheet.variant ?? ''}
              options={model.variants.map(({ name }) => ({ value: name, label: name }))}
              onChange={(variant) => set({ variant })}
            />
          )}
          <Row label="Format">
            <FormatPicker
              label="Format of the sheet"
              shown={sheet.edition ? editionWords(formats, sheet.edition) : AS_THE_DRAWING.label}
              first={AS_THE_DRAWING}
              inForce
              without={({ id }) => id === open.drawing.formatId}
              onChoose={(entry) => set({ edition: entry?.inForce?.id, sizeId: undefined })}
            />
            <DefaultOfSheet
              open={open}
              sheet={sheet}
              size={planned?.document.sizes.find(({ id }) => id === planned.sizeId)?.name}
              onUse={set}
            />
          </Row>
          {remove && (
            <Flex pt="4px">
              <Button type="button" look="quiet" onClick={remove}>
                Remove this sheet
              </Button>
            </Flex>
          )}
        </Box>
      )}
    </Box>
  );
}

/** Says that the office has another format as its default for sheets of that size, and takes it. */
function DefaultOfSheet(props: {
  open: OpenDrawing;
  sheet: DrawingSheet;
  /** The name of its size. */
  size: string | undefined;
  onUse: (change: { edition: string | undefined; sizeId: string | undefined }) => void;
}) {
  const { open, sheet, size, onUse } = props;
  const { drawing, office, formats } = open;
  const model = office.specimens.find(({ id }) => id === (sheet.specimen ?? drawing.specimen));
  const { projectId, siteId } = drawing;
  const { entry, ofSize } = useDefaultFormat(
    model && { kind: model.model, sizeName: size, projectId, siteId: siteId ?? open.sites[0]?.id },
  );
  const own = sheet.edition ? formats.find(({ edition }) => edition.id === sheet.edition)?.id : drawing.formatId;
  if (!entry?.inForce || !ofSize || entry.id === own) return null;
  const back = entry.id === drawing.formatId;
  const there = entry.sizes.find(({ name }) => name === size);
  return (
    <Box fontSize="13px" color="soft" pt="4px">
      The office’s default for {model?.model === 'part' ? 'parts' : 'assemblies'} on {size} is {entry.name}.{' '}
      <Button
        type="button"
        look="quiet"
        onClick={() => onUse({ edition: back ? undefined : entry.inForce!.id, sizeId: there?.id })}
      >
        Use it
      </Button>
    </Box>
  );
}

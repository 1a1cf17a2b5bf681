'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { freshSheet } from '../../core/starter/fresh';
import type { Shows, StarterSheet } from '../../core/starter/starter';
import { Button } from '../controls/button';
import { CommitField, Row, SelectRow } from '../controls/field';
import { SortableItem, SortableList } from '../controls/sortable';
import { formatQuery } from '../data/queries';
import { FormatPicker } from '../formats/format-picker';
import { SpecimenPicker } from '../specimens/specimen-picker';

const SHOWN: Record<Shows['what'], string> = {
  main: 'the model itself',
  components: 'every component',
  'parts made here': 'every part made here',
  model: 'one model',
};

const GIVES = [
  { value: 'scale', label: 'a smaller scale, then a larger sheet' },
  { value: 'sheet', label: 'a larger sheet, then a smaller scale' },
] as const;

/** The sheets that a starter gives a kind of model, in their order; the one in hand with what it shows, its size and its format. */
export function SheetList(props: {
  sheets: readonly StarterSheet[];
  /** The sizes by name that the starter's format has. */
  sizes: readonly string[];
  isAssembly: boolean;
  selected: string | undefined;
  locked: boolean;
  onSelect: (id: string) => void;
  onChange: (sheets: StarterSheet[]) => void;
}) {
  const { sheets, sizes, isAssembly, selected, locked, onSelect, onChange } = props;
  const other = sheets.find(({ id }) => id === selected)?.format;
  const { data: format } = useQuery({ ...formatQuery(other ?? ''), enabled: other !== undefined });
  const put = (sheet: StarterSheet) => onChange(sheets.map((one) => (one.id === sheet.id ? sheet : one)));
  return (
    <>
      <SortableList
        ids={sheets.map(({ id }) => id)}
        onMove={(order) => !locked && onChange(order.map((id) => sheets.find((sheet) => sheet.id === id)!))}
      >
        {sheets.map((sheet, i) => (
          <SortableItem key={sheet.id} id={sheet.id} name={sheet.name || `sheet ${i + 1}`}>
            <Box borderTop="1px solid" borderColor="line" py="5px" pr="16px">
              <Box
                as="button"
                width="100%"
                textAlign="left"
                cursor="pointer"
                aria-expanded={selected === sheet.id}
                onClick={() => onSelect(sheet.id)}
              >
                {i + 1} {sheet.name || 'without a name'}
                <Box fontSize="13px" color="soft">
                  {SHOWN[sheet.shows.what]} · {sheet.size ?? 'as small as fits'}
                </Box>
              </Box>
              {selected === sheet.id && !locked && (
                <Box pt="4px">
                  <CommitField
                    label="Name"
                    value={sheet.name}
                    onCommit={(name) => {
                      put({ ...sheet, name: name.trim().slice(0, 80) });
                      return { ok: true };
                    }}
                  />
                  <SelectRow
                    label="Shows"
                    value={sheet.shows.what}
                    options={Object.entries(SHOWN)
                      .filter(([what]) => isAssembly || what === 'main' || what === 'model')
                      .map(([value, label]) => ({ value, label }))}
                    onChange={(what) =>
                      put({
                        ...sheet,
                        shows: what === 'model' ? { what, specimen: '-' } : { what: what as 'main' },
                      })
                    }
                  />
                  {sheet.shows.what === 'model' && (
                    <Row label="Model">
                      <SpecimenPicker
                        label="Model of the sheet"
                        shown={sheet.shows.specimen === '-' ? 'Choose a model…' : sheet.shows.specimen}
                        onChoose={(_, entry) =>
                          entry && put({ ...sheet, shows: { what: 'model', specimen: entry.id } })
                        }
                      />
                    </Row>
                  )}
                  <SelectRow
                    label="Size"
                    value={sheet.size ?? ''}
                    options={[
                      { value: '', label: 'as small as fits' },
                      ...[...new Set([...sizes, ...(sheet.size === undefined ? [] : [sheet.size])])].map((value) => ({
                        value,
                        label: value,
                      })),
                    ]}
                    onChange={(size) => {
                      const { size: _, ...rest } = sheet;
                      put(size === '' ? rest : { ...rest, size });
                    }}
                  />
                  <SelectRow
                    label="If too large"
                    value={sheet.gives}
                    options={GIVES}
                    onChange={(gives) => put({ ...sheet, gives })}
                  />
                  <Row label="Format">
                    <FormatPicker
                      label="Format of the sheet"
                      shown={sheet.format === undefined ? 'the starter’s' : (format?.name ?? '…')}
                      first={{ value: '', label: 'the starter’s' }}
                      onChoose={(entry) => {
                        const { format: _, ...rest } = sheet;
                        put(entry ? { ...rest, format: entry.id } : rest);
                      }}
                    />
                  </Row>
                  <Flex pt="4px">
                    <Button
                      type="button"
                      look="quiet"
                      onClick={() => onChange(sheets.filter((one) => one.id !== sheet.id))}
                    >
                      Remove this sheet
                    </Button>
                  </Flex>
                </Box>
              )}
            </Box>
          </SortableItem>
        ))}
      </SortableList>
      {!locked && (
        <Flex pt="8px">
          <Button
            type="button"
            onClick={() => {
              const sheet = freshSheet(crypto.randomUUID().slice(0, 8));
              onChange([...sheets, sheet]);
              onSelect(sheet.id);
            }}
          >
            Add a sheet
          </Button>
        </Flex>
      )}
    </>
  );
}

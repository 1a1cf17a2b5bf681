'use client';

import { Box } from '@chakra-ui/react';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { makeDrawing } from '../../contract/drawings';
import type { ShelfEntry } from '../../contract/formats';
import type { SpecimenEntry } from '../../contract/specimens';
import { AS_NOTED, PREFERRED_SCALES } from '../../core/sheet/scales';
import { Dialog } from '../controls/dialog';
import { Problem, Row, SelectRow } from '../controls/field';
import { shelfQuery } from '../data/queries';
import { ask } from '../data/request';
import { FormatPicker, formatWords } from '../formats/format-picker';
import { SpecimenPicker, useSpecimens } from '../specimens/specimen-picker';

/** The preferred scales; any other is typed on the drawing. */
const SCALES = [
  { value: '', label: 'chosen on the drawing' },
  ...[...PREFERRED_SCALES, AS_NOTED].map((scale) => ({ value: scale, label: scale })),
];

/** Makes a drawing: which format, which model and variant, which size, at which scale. */
export function MakeDialog({ onClose }: { onClose: () => void }) {
  const router = useRouter();
  const shelf = useInfiniteQuery(shelfQuery('', 'shelf'));
  const models = useSpecimens('');
  const [chosenFormat, setFormat] = useState<ShelfEntry>();
  const [chosenModel, setModel] = useState<SpecimenEntry>();
  const [variantName, setVariant] = useState<string>();
  const [sizeId, setSize] = useState<string>();
  const [scale, setScale] = useState('');
  const [refused, setRefused] = useState<string>();
  const [busy, setBusy] = useState(false);
  const format = chosenFormat ?? shelf.data?.pages[0]?.entries[0];
  const model = chosenModel ?? models.entries[0];
  const variant = model?.variants.find((name) => name === variantName) ?? model?.variants[0];
  const size = format?.sizes.find(({ id }) => id === sizeId) ?? format?.sizes.find(({ id }) => id === format.mainSize);
  const loaded = shelf.data && models.total !== undefined;
  const problem = refused ?? shelf.error?.message ?? models.error?.message;
  const make = async () => {
    if (!format || !model || !size) return;
    setBusy(true);
    try {
      const body = { formatId: format.id, specimen: model.id, sizeId: size.id, variant, scale };
      const { id } = await ask(makeDrawing, { body });
      router.push(`/drawings/${id}`);
    } catch (error) {
      setRefused((error as Error).message);
      setBusy(false);
    }
  };
  return (
    <Dialog
      open
      title="Make a drawing"
      onClose={onClose}
      action={{ words: 'Make drawing', disabled: !size || !model || busy, onPerform: () => void make() }}
    >
      {!loaded && !problem && <Box color="soft">Reading the shelf and the models…</Box>}
      {loaded && !model && <Box>There is no model to draw yet. Import one under Specimens.</Box>}
      {loaded && !format && <Box>There is no format to draw on yet. Start one under Formats.</Box>}
      {loaded && format && model && size && (
        <>
          <Row label="Format">
            <FormatPicker
              label="Format"
              shown={formatWords(format)}
              onChoose={(entry) => {
                setFormat(entry);
                setSize(undefined);
              }}
            />
          </Row>
          <Row label="Model">
            <SpecimenPicker label="Model" shown={model.name} onChoose={(_, entry) => setModel(entry)} />
          </Row>
          {model.variants.length > 0 && (
            <SelectRow
              label="Variant"
              value={variant ?? ''}
              options={model.variants.map((name) => ({ value: name, label: name }))}
              onChange={setVariant}
            />
          )}
          <SelectRow
            label="Size"
            value={size.id}
            options={format.sizes.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={setSize}
          />
          <SelectRow label="Scale" value={scale} options={SCALES} onChange={setScale} />
        </>
      )}
      {problem && <Problem>{problem}</Problem>}
    </Dialog>
  );
}

'use client';

import { Box } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Dialog } from '../controls/dialog';
import { Problem, SelectRow } from '../controls/field';
import { makeDrawing } from '../data/drawings';
import { useOffice } from '../data/use-office';

/** Makes a drawing: which format, which model and variant, which size. */
export function MakeDialog({ close }: { close: () => void }) {
  const router = useRouter();
  const { loaded, problem } = useOffice();
  const [formatId, setFormat] = useState<string>();
  const [specimenId, setSpecimen] = useState<string>();
  const [variantName, setVariant] = useState<string>();
  const [sizeId, setSize] = useState<string>();
  const [refused, setRefused] = useState<string>();
  const [busy, setBusy] = useState(false);
  const format = loaded?.office.formats.find((one) => one.id === formatId) ?? loaded?.office.formats[0];
  const specimen = loaded?.office.specimens.find((one) => one.id === specimenId) ?? loaded?.office.specimens[0];
  const variant = specimen?.variants.find((one) => one.name === variantName) ?? specimen?.variants[0];
  const document = format?.edition.document;
  const size =
    document?.sizes.find((one) => one.id === sizeId) ?? document?.sizes.find((one) => one.id === document.mainSize);
  const make = async () => {
    if (!format || !specimen || !size) return;
    setBusy(true);
    try {
      const chosen = { formatId: format.id, specimen: specimen.id, sizeId: size.id };
      const { id } = await makeDrawing({ ...chosen, ...(variant && { variant: variant.name }) });
      router.push(`/drawings/${id}`);
    } catch (error) {
      setRefused((error as Error).message);
      setBusy(false);
    }
  };
  const names = <T extends { name: string }>(list: readonly T[], value: (one: T) => string) =>
    list.map((one) => ({ value: value(one), label: one.name }));
  return (
    <Dialog
      open
      title="Make a drawing"
      onClose={close}
      action={{ words: 'Make drawing', disabled: !size || !specimen || busy, perform: () => void make() }}
    >
      {!loaded && !problem && <Box color="soft">Reading the shelf and the models…</Box>}
      {loaded && !specimen && <Box>There is no model to draw yet. Read one in under Specimens.</Box>}
      {loaded && !format && <Box>There is no format to draw on yet. Start one under Formats.</Box>}
      {loaded && format && specimen && size && (
        <>
          <SelectRow
            label="Format"
            value={format.id}
            options={loaded.office.formats.map((one) => ({
              value: one.id,
              label: `${one.name}, edition ${one.edition.number}`,
            }))}
            onChange={setFormat}
          />
          <SelectRow
            label="Model"
            value={specimen.id}
            options={names(loaded.office.specimens, (one) => one.id)}
            onChange={setSpecimen}
          />
          {specimen.variants.length > 0 && (
            <SelectRow
              label="Variant"
              value={variant?.name ?? ''}
              options={names(specimen.variants, (one) => one.name)}
              onChange={setVariant}
            />
          )}
          <SelectRow
            label="Size"
            value={size.id}
            options={names(format.edition.document.sizes, (one) => one.id)}
            onChange={setSize}
          />
        </>
      )}
      {(refused ?? problem) && <Problem>{refused ?? problem}</Problem>}
    </Dialog>
  );
}

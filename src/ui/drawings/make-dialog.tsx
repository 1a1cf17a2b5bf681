'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { makeDrawing } from '../../contract/drawings';
import type { ShelfEntry } from '../../contract/formats';
import type { SpecimenEntry } from '../../contract/specimens';
import { type Occasion, defaultFor } from '../../core/office/format-defaults';
import { AS_NOTED, PREFERRED_SCALES } from '../../core/sheet/scales';
import { Choice } from '../controls/choice';
import { Dialog } from '../controls/dialog';
import { Problem, Row, SelectRow } from '../controls/field';
import { useWhyNot } from '../data/me';
import { editionQuery, shelfQuery } from '../data/queries';
import { ask } from '../data/request';
import { useAtHand } from '../data/use-at-hand';
import { useProofClient } from '../data/use-proof-client';
import { defaultsQuery } from '../editions/queries';
import { placesQuery } from '../office/queries';
import { ProofPicture } from '../proof/proof-picture';
import { SpecimenPicker, useSpecimens } from '../specimens/specimen-picker';
import { FormatChoice, editionFor, useNewDrawing } from './format-choice';

/** The preferred scales; any other is typed on the drawing. */
const SCALES = [
  { value: '', label: 'chosen on the drawing' },
  ...[...PREFERRED_SCALES, AS_NOTED].map((scale) => ({ value: scale, label: scale })),
];

const NO_FORMATS: [] = [];
const ROOM = { width: 1080, height: 620 };

/** The format that a drawing is made on unless another is chosen: the office's narrowest default for it, else the first on the shelf. */
function useUsualFormat(occasion: Occasion | undefined, isTrial: boolean): ShelfEntry | undefined {
  const { data: defaults } = useQuery(defaultsQuery);
  const { data } = useInfiniteQuery(shelfQuery('', 'shelf', { state: isTrial ? 'open' : 'released' }));
  const offered = (data?.pages[0]?.entries ?? []).filter((entry) => editionFor(entry, isTrial));
  const usual = occasion && defaults && defaultFor(defaults, occasion);
  return offered.find(({ id }) => id === usual?.formatId) ?? (defaults && offered[0]);
}

/** Makes a drawing: of which model, on which format, by its picture with that very model, on which size and at which scale. */
export function MakeDialog({ onClose }: { onClose: () => void }) {
  const router = useRouter();
  const models = useSpecimens('');
  const [chosenFormat, setFormat] = useState<ShelfEntry>();
  const [chosenModel, setModel] = useState<SpecimenEntry>();
  const [variantName, setVariant] = useState<string>();
  const [sizeName, setSize] = useState<string>();
  const [projectId, setProject] = useState('');
  const [siteId, setSite] = useState('');
  const { data: places = [] } = useQuery(placesQuery);
  const [scale, setScale] = useState('');
  const [refused, setRefused] = useState<string>();
  const [busy, setBusy] = useState(false);
  const model = chosenModel ?? models.entries[0];
  const [isTrial, setTrial] = useState(false);
  const mayTry = useWhyNot('administrator') === undefined;
  const usual = useUsualFormat(model && { kind: model.model, sizeName, projectId, siteId }, isTrial);
  const format = chosenFormat ?? usual;
  const variant = model?.variants.find((name) => name === variantName) ?? model?.variants[0];
  const shown = useMemo(() => (model ? [model.id] : []), [model]);
  const filled = useMemo(
    () => model && { specimen: model.id, ...(variant !== undefined && { variant }) },
    [model, variant],
  );
  const { atHand } = useAtHand(NO_FORMATS, shown);
  const client = useProofClient(atHand?.resources);
  const on = format && editionFor(format, isTrial);
  const { data: edition } = useQuery({
    ...editionQuery(on?.id ?? ''),
    enabled: on !== undefined,
  });
  const { sizes = [], mainSize } = edition?.edition.document ?? {};
  const size = sizes.find(({ name }) => name === sizeName) ?? sizes.find(({ id }) => id === mainSize);
  const picture = useNewDrawing({
    id: 'new drawing',
    format: edition,
    sizeId: size?.id,
    scale,
    filled,
    atHand,
    client,
    isTrial,
    room: ROOM,
  });
  const loaded = models.total !== undefined;
  const problem = refused ?? models.error?.message;
  const make = async () => {
    if (!format || !model || !size) return;
    setBusy(true);
    try {
      const body = {
        formatId: format.id,
        specimen: model.id,
        sizeId: size.id,
        variant,
        scale,
        ...(projectId && { projectId }),
        ...(siteId && { siteId }),
        ...(isTrial && { trial: true as const }),
      };
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
      width="920px"
      onClose={onClose}
      action={{
        words: isTrial ? 'Make trial drawing' : 'Make drawing',
        disabled: !size || !model || busy,
        onPerform: () => void make(),
      }}
    >
      {!loaded && !problem && <Box color="soft">Reading the shelf and the models…</Box>}
      {loaded && !model && <Box>There is no model to draw yet. Import one under Specimens.</Box>}
      {loaded && model && (
        <Flex gap="16px" height="min(560px, 66vh)">
          <Box width="286px" flexShrink={0}>
            <FormatChoice
              chosen={format}
              filled={filled}
              atHand={atHand}
              client={client}
              isTrial={isTrial}
              onChoose={(entry) => {
                setFormat(entry);
                setSize(undefined);
              }}
            />
          </Box>
          <Flex direction="column" flex="1" minWidth={0}>
            {mayTry && (
              <Row label="On">
                <Choice
                  label="On"
                  value={isTrial ? 'open' : 'released'}
                  options={[
                    { value: 'released', label: 'a released edition' },
                    { value: 'open', label: 'an open one, to try it' },
                  ]}
                  onChange={(state) => {
                    setTrial(state === 'open');
                    setFormat(undefined);
                    setSize(undefined);
                  }}
                />
              </Row>
            )}
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
            {size && (
              <SelectRow
                label="Size"
                value={size.name}
                options={sizes.map(({ name }) => ({ value: name, label: name }))}
                onChange={setSize}
              />
            )}
            {(
              [
                ['Project', 'project', projectId, setProject, 'as the format'],
                ['Site', 'organisation', siteId, setSite, 'the default one'],
              ] as const
            ).map(([label, source, value, choose, usually]) => {
              const own = places.filter((place) => place.source === source);
              return own.length < 2 ? null : (
                <SelectRow
                  key={source}
                  label={label}
                  value={value}
                  options={[{ value: '', label: usually }, ...own.map(({ id, name }) => ({ value: id, label: name }))]}
                  onChange={choose}
                />
              );
            })}
            <SelectRow label="Scale" value={scale} options={SCALES} onChange={setScale} />
            <Box flex="1" minHeight={0} mt="8px" bg="desk" border="1px solid" borderColor="line" p="8px">
              <ProofPicture picture={picture} alt="The drawing as it begins" />
            </Box>
          </Flex>
        </Flex>
      )}
      {problem && <Problem>{problem}</Problem>}
    </Dialog>
  );
}

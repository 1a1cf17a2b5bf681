'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { makeDrawing } from '../../contract/drawings';
import type { ShelfEntry } from '../../contract/formats';
import type { SpecimenEntry } from '../../contract/specimens';
import type { Occasion } from '../../core/office/format-defaults';
import { AS_NOTED, PREFERRED_SCALES } from '../../core/sheet/scales';
import { Choice } from '../controls/choice';
import { Dialog } from '../controls/dialog';
import { Problem, Row, SelectRow } from '../controls/field';
import { useWhyNot } from '../data/me';
import { editionQuery, shelfQuery } from '../data/queries';
import { ask } from '../data/request';
import { useAtHand } from '../data/use-at-hand';
import { useProofClient } from '../data/use-proof-client';
import { placesQuery } from '../office/queries';
import { ProofPicture } from '../proof/proof-picture';
import { SpecimenPicker, useSpecimens } from '../specimens/specimen-picker';
import { startersQuery } from '../starters/queries';
import { useStarted } from '../starters/use-started';
import { FormatChoice, editionFor, useNewDrawing } from './format-choice';
import { useDefaultFormat } from './use-default-format';
import { type Offered, StartedSheets, StarterChoice, offeredStarters } from './starter-choice';

/** The preferred scales; any other is typed on the drawing. */
const SCALES = [
  { value: '', label: 'chosen on the drawing' },
  ...[...PREFERRED_SCALES, AS_NOTED].map((scale) => ({ value: scale, label: scale })),
];

const NO_FORMATS: [] = [];
const ROOM = { width: 1080, height: 620 };

/** The format that a drawing is made on unless another is chosen: the office's narrowest default for it, else the first on the shelf. */
function useUsualFormat(occasion: Occasion | undefined, isTrial: boolean): ShelfEntry | undefined {
  const { entry, settled } = useDefaultFormat(occasion);
  const { data } = useInfiniteQuery(shelfQuery('', 'shelf', { state: isTrial ? 'open' : 'released' }));
  if (!settled) return undefined;
  if (entry && editionFor(entry, isTrial)) return entry;
  return data?.pages[0]?.entries.find((one) => editionFor(one, isTrial));
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
  const { data: starters } = useQuery(startersQuery);
  const offered = useMemo(() => offeredStarters(starters ?? []), [starters]);
  const [beginsWith, setBeginsWith] = useState<'starter' | 'format'>('starter');
  const byStarter = beginsWith === 'starter' && offered.length > 0;
  const [chosenStarter, setStarter] = useState<Offered>();
  const mayTry = useWhyNot('administrator') === undefined;
  const usual = useUsualFormat(model && { kind: model.model, sizeName, projectId, siteId }, isTrial);
  const format = chosenFormat ?? usual;
  const variant = model?.variants.find((name) => name === variantName) ?? model?.variants[0];
  const shown = useMemo(() => (model ? [model.id] : []), [model]);
  const filled = useMemo(
    () => model && { specimen: model.id, ...(variant !== undefined && { variant }) },
    [model, variant],
  );
  const usualStarter = offered.find(({ starter }) => model && starter.defaultFor.includes(model.model)) ?? offered[0];
  const begun = byStarter ? (chosenStarter ?? usualStarter) : undefined;
  const tried = useMemo(() => (filled ? [filled] : []), [filled]);
  const started = useStarted(begun?.edition.document, tried);
  const [preview] = started.on;
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
  const alone = format && size && { formatId: format.id, sizeId: size.id, scale };
  const withStarter = begun &&
    preview && { formatId: preview.formatId, sizeId: preview.sizeId, starter: begun.starter.id };
  const base = byStarter ? withStarter : alone;
  const make = async () => {
    if (!model || !base) return;
    setBusy(true);
    try {
      const body = {
        ...base,
        specimen: model.id,
        variant,
        ...(projectId && { projectId }),
        ...(siteId && { siteId }),
        ...(isTrial && !byStarter && { trial: true as const }),
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
        words: isTrial && !byStarter ? 'Make trial drawing' : 'Make drawing',
        disabled: !base || !model || busy,
        onPerform: () => void make(),
      }}
    >
      {!loaded && !problem && <Box color="soft">Reading the shelf and the models…</Box>}
      {loaded && !model && <Box>There is no model to draw yet. Import one under Specimens.</Box>}
      {loaded && model && (
        <Flex gap="16px" height="min(560px, 66vh)">
          <Flex direction="column" width="286px" flexShrink={0} minHeight={0}>
            {offered.length > 0 && (
              <Flex pb="8px">
                <Choice
                  label="Begin with"
                  value={beginsWith}
                  options={[
                    { value: 'starter', label: 'a starter' },
                    { value: 'format', label: 'a format alone' },
                  ]}
                  onChange={setBeginsWith}
                />
              </Flex>
            )}
            {byStarter ? (
              <StarterChoice offered={offered} chosen={begun} filled={filled} onChoose={setStarter} />
            ) : (
              <FormatChoice
                chosen={format}
                usual={usual}
                filled={filled}
                atHand={atHand}
                client={client}
                isTrial={isTrial}
                onChoose={(entry) => {
                  setFormat(entry);
                  setSize(undefined);
                }}
              />
            )}
          </Flex>
          <Flex direction="column" flex="1" minWidth={0}>
            {mayTry && !byStarter && (
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
            {size && !byStarter && (
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
            {!byStarter && <SelectRow label="Scale" value={scale} options={SCALES} onChange={setScale} />}
            <Box flex="1" minHeight={0} mt="8px" bg="desk" border="1px solid" borderColor="line" p="8px">
              {byStarter ? (
                <StartedSheets started={started} />
              ) : (
                <ProofPicture picture={picture} alt="The drawing as it begins" />
              )}
            </Box>
          </Flex>
        </Flex>
      )}
      {problem && <Problem>{problem}</Problem>}
    </Dialog>
  );
}

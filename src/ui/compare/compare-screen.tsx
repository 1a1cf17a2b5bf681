'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useRouter, useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { FormatView } from '../../contract/formats';
import { counted } from '../../core/counted';
import { type Difference, differences } from '../../core/format/comparing/differences';
import { isOnSize } from '../../core/format/occasion';
import { composePlanned, planSheets, tellsSheetsApart } from '../../core/scene/planning';
import type { Resources } from '../../core/scene/resources';
import { Problem } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { type AtHand, type Filled, type OfficeData, factsFor } from '../data/office';
import { useAtHand } from '../data/use-at-hand';
import { formatWords } from '../formats/format-picker';
import { Screen } from '../shell/screen';
import { ChangesList } from './changes-list';
import { type Outside, forget } from './outside';
import { useCompared, useComparedProblem } from './sides';
import { useFilled } from './use-filled';
import { useTaking } from './use-taking';
import { ComparePickers } from './compare-pickers';
import { PictureAddress, pictureInOffice } from '../sheet/picture-address';
import { placeBox } from '../sheet/place-box';
import { ComparedBar, type Look } from './compared-bar';
import { ComparedSheets } from './compared-sheets';

/** Two formats, or two editions of one, compared: their sheets laid over each other on every size, and the list of what changed from one to the other. */
export function CompareScreen() {
  const router = useRouter();
  const asked = useSearchParams();
  const [a, b] = [asked.get('a'), asked.get('b')];
  const sides = [a, b].filter((side): side is string => side !== null);
  const formats = useCompared(sides);
  const [outside, setOutside] = useState<Outside>();
  const [chosen, setChosen] = useState<string>();
  useEffect(() => () => outside && forget(outside), [outside]);
  const pictureAddress = useCallback(
    (hash: string) => outside?.rasters.get(hash)?.address ?? pictureInOffice(hash),
    [outside],
  );
  const inFile = outside?.editions.find(({ edition }) => edition.id === chosen) ?? outside?.editions[0];
  const unread = useComparedProblem(sides);
  const { atHand, problem, reload } = useAtHand(formats, 'showpieces');
  const go = (next: { a?: string; b?: string }) => {
    const query = new URLSearchParams({ ...(a && { a }), ...(b && { b }), ...next });
    if ('b' in next) setOutside(undefined);
    router.replace(`/formats/compare?${query.toString()}`);
  };
  const [before, after] = [
    a === null ? undefined : formats?.[0],
    inFile ?? (b === null ? undefined : formats?.[sides.length - 1]),
  ];
  const pickers = (
    <ComparePickers
      before={before}
      after={after}
      inFile={inFile && { chosen: inFile, editions: outside!.editions }}
      onChoose={go}
      onRead={setOutside}
      onChooseInFile={setChosen}
    />
  );
  if (!before || !after || !atHand)
    return (
      <Screen plate={[{ caption: 'Compare', value: '…', wide: true }]}>
        {pickers}
        <LoadProblem problem={unread ?? problem} onRetry={reload} />
        {(!before || !after) && !unread && !problem && (!a || !b) && (
          <Box px="14px" py="12px" color="soft">
            Choose two formats: their sheets are laid over each other, and what changed from the first to the second is
            listed.
          </Box>
        )}
      </Screen>
    );
  return (
    <PictureAddress value={pictureAddress}>
      <Compared
        key={`${before.edition.id} ${after.edition.id}`}
        before={before}
        after={after}
        atHand={outside ? withPictures(atHand, outside) : atHand}
        outside={outside}
      >
        {pickers}
      </Compared>
    </PictureAddress>
  );
}

/** What is at hand with the pictures of a format from a file. */
const withPictures = (atHand: AtHand, { pictures }: Outside): AtHand => ({
  ...atHand,
  resources: { ...atHand.resources, pictures: new Map([...atHand.resources.pictures, ...pictures]) },
});

const AT_FIRST: Look = { sizeId: undefined, nth: 'first', show: 'values', way: 'laid over' };

function Compared(props: {
  before: FormatView;
  after: FormatView;
  atHand: AtHand;
  /** The file that one of them is in. */
  outside: Outside | undefined;
  children: React.ReactNode;
}) {
  const { before, after, atHand, outside, children } = props;
  const [a, b] = [before.edition.document, after.edition.document];
  const both = b.sizes.filter(({ id }) => a.sizes.some((size) => size.id === id));
  const [asked, setAsked] = useState<Look>(AT_FIRST);
  const isInBoth = both.some(({ id }) => id === asked.sizeId);
  const sizeId = isInBoth ? asked.sizeId : (both.find(({ id }) => id === b.mainSize)?.id ?? both[0]?.id);
  const look = { ...asked, sizeId };
  const onLook = (change: Partial<Look>) => setAsked((was) => ({ ...was, ...change }));
  const { filled, office, onFill, problem } = useFilled(atHand);
  const [chosen, setChosen] = useState<Difference>();
  const { resources } = atHand;
  const taking = useTaking(before, after, outside);
  const changes = useChanges(before, after, resources);
  const beside = [
    { words: 'Drafting profile', was: before.facts.profile?.name ?? 'none', is: after.facts.profile?.name ?? 'none' },
    { words: 'Rule book', was: before.facts.rules?.name ?? 'none', is: after.facts.rules?.name ?? 'none' },
  ].filter(({ was, is }) => was !== is);
  const sheets = useComparedSheets({ before, after, office, resources, look, filled });
  const model = office.specimens.find(({ id }) => id === filled?.specimen);
  const place =
    chosen?.at && sheets?.after.ok && sheets.before.ok
      ? (placeBox(sheets.after.report, chosen.at) ?? placeBox(sheets.before.report, chosen.at))
      : undefined;
  /** Goes to a change: to a size and a model with which its block is on the sheet, where it is not on the one that is shown. */
  const choose = (change: Difference) => {
    setChosen(change);
    const block = [...b.blocks, ...a.blocks].find(({ id }) => id === change.at?.block);
    if (!block) return;
    const { condition } = block;
    if (sizeId !== undefined && !isOnSize(condition, sizeId))
      onLook({ sizeId: both.find(({ id }) => isOnSize(condition, id))?.id ?? sizeId });
    if (condition.sheets) onLook({ nth: condition.sheets });
    const other = office.specimens.find((one) => one.model === condition.kinds);
    if (other && model?.model !== condition.kinds) onFill({ specimen: other.id });
  };
  const names = { before: formatWords(before), after: wordsOf(after) };
  return (
    <Screen
      plate={[
        { caption: 'Compare', value: `${names.before} and ${names.after}`, wide: true },
        { caption: 'Size', value: both.find(({ id }) => id === sizeId)?.name ?? '–', width: '90px' },
        { caption: 'Changes', value: String(changes.length + beside.length), width: '90px' },
      ]}
    >
      <Flex direction="column" height="100%">
        {children}
        <ComparedBar
          look={look}
          sizes={both}
          hasFollowing={tellsSheetsApart(a) || tellsSheetsApart(b)}
          model={model && [model.name, filled?.variant].filter(Boolean).join(' · ')}
          onLook={onLook}
          onFill={onFill}
        />
        <Flex flex="1" minHeight={0}>
          <Flex direction="column" flex="1" minWidth={0}>
            {problem !== undefined && <Problem>{problem}</Problem>}
            <Box flex="1" minHeight={0}>
              {!sheets ? (
                <Box px="14px" py="12px" color="soft">
                  They have no size in common.
                </Box>
              ) : sheets.before.ok && sheets.after.ok ? (
                <ComparedSheets
                  before={sheets.before.scene}
                  after={sheets.after.scene}
                  names={names}
                  way={look.way}
                  place={place}
                />
              ) : (
                <Problem>{[sheets.before, sheets.after].map((one) => (one.ok ? '' : one.reason)).join(' ')}</Problem>
              )}
            </Box>
          </Flex>
          <Flex
            as="section"
            aria-label="Changes"
            direction="column"
            width="340px"
            flexShrink={0}
            bg="card"
            borderLeft="1px solid"
            borderColor="ink"
          >
            <Box px="14px" py="6px" borderBottom="1px solid" borderColor="line">
              <Box as="h2" fontWeight={600}>
                {counted(changes.length + beside.length, 'change')}
              </Box>
              {taking.problem !== undefined && <Problem>{taking.problem}</Problem>}
              {taking.done !== undefined && (
                <Box role="status" fontSize="13px" color="pine">
                  ● {taking.done}
                </Box>
              )}
            </Box>
            <Box flex="1" minHeight={0} overflowY="auto" tabIndex={0} role="region" aria-label="List of changes">
              <ChangesList changes={changes} beside={beside} chosen={chosen?.place} onChoose={choose} taking={taking} />
            </Box>
          </Flex>
        </Flex>
      </Flex>
    </Screen>
  );
}

/** Both sheets of a size, filled from the same model. */
function useComparedSheets(given: {
  before: FormatView;
  after: FormatView;
  office: OfficeData;
  resources: Resources;
  look: Look;
  filled: Filled | undefined;
}) {
  const { before, after, office, resources, look, filled } = given;
  const { sizeId, nth, show } = look;
  return useMemo(() => {
    if (sizeId === undefined) return undefined;
    const sheetOf = ({ scale, ...format }: FormatView) => {
      const { document } = format.edition;
      const sheet = { document, sizeId, scale, facts: factsFor(format, office, filled) };
      const planned = planSheets(nth === 'first' ? [sheet] : [sheet, sheet], resources, { show });
      return composePlanned(planned[nth === 'first' ? 0 : 1]!, resources, { show });
    };
    return { before: sheetOf(before), after: sheetOf(after) };
  }, [before, after, office, resources, sizeId, nth, filled, show]);
}

/** What changed from one format to another, in words. */
function useChanges(before: FormatView, after: FormatView, { properties }: AtHand['resources']): Difference[] {
  const [a, b] = [before.edition.document, after.edition.document];
  return useMemo(() => differences(a, b, a, (id) => properties.get(id)?.name), [a, b, properties]);
}

/** What a format is called beside another: a format file by its name, an edition of a package as one that is in a file. */
const wordsOf = (format: FormatView): string =>
  format.edition.id === 'file'
    ? format.name
    : format.id === 'file'
      ? `${formatWords(format)}, in the file`
      : formatWords(format);

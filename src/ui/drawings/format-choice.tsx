'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import type { FormatView, ShelfEntry, Whose } from '../../contract/formats';
import { Choice } from '../controls/choice';
import { SearchInput } from '../controls/field';
import { MoreButton } from '../controls/more-button';
import { type AtHand, type Filled, factsFor, loadPictures } from '../data/office';
import { editionQuery, shelfQuery } from '../data/queries';
import type { ProofClient } from '../proof/proof-client';
import { ProofPicture, useProof } from '../proof/proof-picture';
import { ChoiceCard } from './choice-card';

const WHOSE: readonly { value: Whose; label: string }[] = [
  { value: 'all', label: 'The office’s' },
  { value: 'mine', label: 'Mine' },
  { value: 'recent', label: 'Recent' },
];

/** Which of the formats that drawings can be made on is used: each a picture of its sheet, filled from the model that is to be drawn. */
export function FormatChoice(props: {
  chosen: ShelfEntry | undefined;
  /** The one that is offered first. */
  usual: ShelfEntry | undefined;
  filled: Filled | undefined;
  atHand: AtHand | undefined;
  client: ProofClient | undefined;
  /** Open editions are chosen from, to try them. */
  isTrial: boolean;
  onChoose: (entry: ShelfEntry) => void;
}) {
  const { chosen, usual, onChoose, isTrial, ...shown } = props;
  const [whose, setWhose] = useState<Whose>('all');
  const [search, setSearch] = useState('');
  const { data, hasNextPage, isFetchingNextPage, fetchNextPage } = useInfiniteQuery({
    ...shelfQuery(useDeferredValue(search), 'shelf', { whose, state: isTrial ? 'open' : 'released' }),
    placeholderData: (before) => before,
  });
  const first = whose === 'all' && search === '' ? usual : undefined;
  const entries = useMemo(() => {
    const listed = (data?.pages.flatMap((page) => page.entries) ?? []).filter((entry) => editionFor(entry, isTrial));
    return first ? [first, ...listed.filter(({ id }) => id !== first.id)] : listed;
  }, [data, isTrial, first]);
  return (
    <Flex direction="column" height="100%">
      <Flex gap="8px" pb="8px" align="center">
        <Choice label="Whose formats" value={whose} options={WHOSE} onChange={setWhose} />
      </Flex>
      <SearchInput label="Search formats" value={search} onSearch={setSearch} />
      <Box flex="1" minHeight={0} overflowY="auto" pt="8px" pr="4px" role="group" aria-label="Formats">
        {entries.map((entry) => (
          <FormatPicture
            key={entry.id}
            entry={entry}
            edition={editionFor(entry, isTrial)!}
            isChosen={entry.id === chosen?.id}
            {...shown}
            onChoose={() => onChoose(entry)}
          />
        ))}
        {data && entries.length === 0 && (
          <Box color="soft">There are none of these with {isTrial ? 'an open' : 'a released'} edition.</Box>
        )}
        <MoreButton
          left={(data?.pages[0]?.total ?? 0) - entries.length}
          shown={hasNextPage}
          busy={isFetchingNextPage}
          onMore={() => void fetchNextPage()}
        />
      </Box>
    </Flex>
  );
}

/** The edition that a drawing of a format is made on: the one in force, or the open one to try it. */
export const editionFor = (
  { inForce, edition }: ShelfEntry,
  isTrial: boolean,
): { id: string; number: number } | undefined => (isTrial ? (edition.state === 'open' ? edition : undefined) : inForce);

const ROOM = { width: 500, height: 210 };

function FormatPicture(props: {
  entry: ShelfEntry;
  edition: { id: string; number: number };
  isChosen: boolean;
  filled: Filled | undefined;
  atHand: AtHand | undefined;
  client: ProofClient | undefined;
  onChoose: () => void;
}) {
  const { entry, edition, isChosen, filled, atHand, client, onChoose } = props;
  const { name, sizes, description } = entry;
  const { data: format } = useQuery(editionQuery(edition.id));
  const picture = useNewDrawing({ id: `choice/${entry.id}`, format, filled, atHand, client, room: ROOM });
  return (
    <ChoiceCard
      name={name}
      edition={edition.number}
      isDefault={entry.defaultFor.length > 0}
      words={description || sizes.map((size) => size.name).join(' · ')}
      isChosen={isChosen}
      onChoose={onChoose}
    >
      <ProofPicture picture={picture} alt={`Sheet of ${name}`} />
    </ChoiceCard>
  );
}

/** The picture of the sheet that a new drawing of a model begins with on a format. */
export function useNewDrawing(given: {
  id: string;
  format: FormatView | undefined;
  sizeId?: string | undefined;
  scale?: string | undefined;
  filled: Filled | undefined;
  atHand: AtHand | undefined;
  client: ProofClient | undefined;
  isTrial?: boolean;
  room: { width: number; height: number };
}): ImageBitmap | undefined {
  const { id, format, sizeId, scale, filled, atHand, client, isTrial, room } = given;
  // eslint-disable-next-line @tanstack/query/exhaustive-deps -- an edition's id and hash say all that is in it
  const { data: pictures } = useQuery({
    queryKey: ['pictures of', format?.edition.id, format?.edition.hash],
    queryFn: () => loadPictures([format!]),
    enabled: format !== undefined,
    staleTime: Infinity,
  });
  useEffect(() => {
    if (pictures) client?.addPictures(pictures);
  }, [client, pictures]);
  const order = useMemo(() => {
    if (!format || !atHand || !pictures) return undefined;
    const { document } = format.edition;
    const { revisions: _, ...facts } = factsFor(format, atHand.office, filled);
    const begun = {
      ...facts,
      drawing: { name: 'New drawing', values: {} },
      purpose: 'drawing' as const,
      ...(isTrial && { trial: true as const }),
    };
    const request = { sizeId: sizeId ?? document.mainSize, ...(scale && { scale }), show: 'values' as const };
    return { id, document, request, facts: begun, room };
  }, [id, format, pictures, sizeId, scale, filled, atHand, isTrial, room]);
  return useProof(client, order).picture;
}

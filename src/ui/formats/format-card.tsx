'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useEffect, useMemo, useRef, useState } from 'react';
import { restoreEdition } from '../../contract/editions';
import type { FormatView, ShelfEntry } from '../../contract/formats';
import { counted } from '../../core/counted';
import { verdictOf } from '../../core/findings/verdict';
import type { PictureData } from '../../core/picture/picture';
import { Ago } from '../controls/ago';
import { Button } from '../controls/button';
import { Problem } from '../controls/field';
import { Menu } from '../controls/menu';
import { type AtHand, factsFor, loadPictures } from '../data/office';
import { editionsChanged, formatQuery } from '../data/queries';
import { ask } from '../data/request';
import type { ProofClient } from '../proof/proof-client';
import { ProofPicture, useProof } from '../proof/proof-picture';
import { VerdictWord } from '../proof/verdict-word';
import { OnlyFor } from '../data/me';
import { STATE_MARKS } from '../editions/state-mark';
import type { CardTask } from './card-dialog';

const CardLink = chakra(Link, { base: { display: 'block', _hover: { bg: 'plumWash' } } });

const ROOM = { width: 640, height: 360 };

/** One format on the shelf: a true picture of its sheet at its main size, what it serves, and what its proof says. */
export function FormatCard(props: {
  entry: ShelfEntry;
  atHand: AtHand | undefined;
  client: ProofClient | undefined;
  /** Something is to be done with the format that asks first. */
  onAsk: (task: CardTask) => void;
}) {
  const { entry, atHand, client } = props;
  const { ref, seen } = useSeen();
  const loaded = useCardFormat(entry, seen);
  const format = loaded?.format;
  useEffect(() => {
    if (loaded) client?.addPictures(loaded.pictures);
  }, [client, loaded]);
  const order = useMemo(() => {
    if (!format || !atHand) return undefined;
    const { document } = format.edition;
    const [first] = atHand.office.specimens;
    return {
      id: `shelf/${format.id}`,
      document,
      request: { sizeId: document.mainSize, scale: format.scale, show: 'values' as const },
      facts: factsFor(format, atHand.office, first && { specimen: first.id }),
      room: ROOM,
    };
  }, [format, atHand]);
  const { result, picture } = useProof(client, order);
  const verdict = result && verdictOf(result.findings, result.refused === undefined);
  const { name, sizes, unit, edition, inForce, editions, description, category, tags } = entry;
  const withdrawn = editions.find(({ state }) => state === 'withdrawn');
  const queries = useQueryClient();
  const [problem, setProblem] = useState<string>();
  const restore = (id: string) => {
    setProblem(undefined);
    ask(restoreEdition, { params: { id } }).then(
      () => editionsChanged(queries, entry.id),
      (error: Error) => setProblem(error.message),
    );
  };
  const about = [description, category, ...tags].filter(Boolean).join(' · ');
  return (
    <Box ref={ref} as="article" aria-label={name} border="1px solid" borderColor="ink" bg="card">
      <CardLink href={`/formats/${entry.id}`} aria-label={`Open ${name}`} prefetch={false}>
        <Box height="204px" bg="desk" borderBottom="1px solid" borderColor="ink" p="12px">
          <ProofPicture picture={picture} alt={`Sheet of ${name}`} />
        </Box>
        <Flex px="12px" pt="9px" align="baseline" gap="8px">
          <Box fontSize="18px" fontWeight={600} flex="1" minWidth={0}>
            {name}
          </Box>
          <Box fontSize="13px" color="soft">
            {inForce && inForce.id !== edition.id && `${STATE_MARKS.released} edition ${inForce.number} · `}
            {STATE_MARKS[edition.state]} edition {edition.number}, {edition.state}
          </Box>
        </Flex>
        <Box px="12px" fontSize="13px" truncate title={about}>
          {entry.defaultFor.length > 0 && (
            <Box as="span" fontWeight={600} color="plum">
              ★ default for{' '}
              {entry.defaultFor.map((kind) => (kind === 'part' ? 'parts' : 'assemblies')).join(' and ')}{' '}
            </Box>
          )}
          {about || <Box as="span">&nbsp;</Box>}
        </Box>
        <Flex px="12px" fontSize="13px" color="soft" gap="10px">
          <Box flex="1">
            {sizes.map((size) => size.name).join(' · ')}
            {unit === 'in' ? ' · inch' : ''}
          </Box>
          {verdict && <VerdictWord verdict={verdict} />}
        </Flex>
        <Flex px="12px" pb="7px" fontSize="12px" color="soft" gap="10px" justify="space-between">
          <Box truncate>
            changed <Ago at={entry.changedAt} />
            {entry.changedBy !== undefined && ` by ${entry.changedBy}`}
          </Box>
          <Box whiteSpace="nowrap">{drawnOn(editions)}</Box>
        </Flex>
      </CardLink>
      <Flex borderTop="1px solid" borderColor="line" px="6px" py="4px" gap="2px" wrap="wrap">
        <Button look="quiet" asChild>
          <Link href={`/formats/compare?a=${encodeURIComponent(entry.id)}`} aria-label={`Compare ${name}`}>
            Compare…
          </Link>
        </Button>
        <Button look="quiet" asChild>
          <Link href={`/formats/${encodeURIComponent(entry.id)}/history`} aria-label={`History of ${name}`}>
            History
          </Link>
        </Button>
        <OnlyFor role="administrator">
          <Button look="quiet" type="button" onClick={() => props.onAsk('copy')}>
            Copy…
          </Button>
          <Button look="quiet" type="button" onClick={() => props.onAsk('describe')}>
            Describe…
          </Button>
          <Menu
            trigger={(trigger) => (
              <Button look="quiet" type="button" aria-label={`More of ${name}`} {...trigger}>
                More
              </Button>
            )}
            entries={[
              { value: 'share', words: 'Who uses and changes it…' },
              ...(inForce ? [{ value: 'withdraw', words: `Withdraw edition ${inForce.number}…` }] : []),
              ...(withdrawn ? [{ value: 'restore', words: `Restore edition ${withdrawn.number}` }] : []),
              { value: 'delete', words: 'Delete…' },
            ]}
            placement="bottom-end"
            onChoose={(chosen) => (chosen === 'restore' ? restore(withdrawn!.id) : props.onAsk(chosen as CardTask))}
          />
        </OnlyFor>
      </Flex>
      {problem !== undefined && (
        <Box px="12px" pb="7px">
          <Problem>{problem}</Problem>
        </Box>
      )}
    </Box>
  );
}

/** How many drawings stand on which edition; nothing where there are none. */
function drawnOn(editions: ShelfEntry['editions']): string {
  const used = editions.filter(({ drawings }) => drawings > 0).toReversed();
  if (editions.length === 1) return used.map(({ drawings }) => counted(drawings, 'drawing')).join('');
  return used
    .map(
      ({ number, drawings }, i) =>
        `${i === 0 ? counted(drawings, 'drawing') : drawings} on ${i === 0 ? 'edition ' : ''}${number}`,
    )
    .join(', ');
}

interface CardFormat {
  format: FormatView;
  pictures: Record<string, PictureData>;
}

/** A format with the pictures that it holds, loaded once its card is seen; the edition's hash tells whether it is still the same. */
function useCardFormat({ id, edition }: ShelfEntry, seen: boolean): CardFormat | undefined {
  const { data } = useQuery({
    queryKey: ['card', id, edition.hash],
    queryFn: async ({ client }) => {
      const format = await client.fetchQuery(formatQuery(id));
      return { format, pictures: await loadPictures([format]) };
    },
    enabled: seen,
    staleTime: Infinity,
  });
  return data;
}

/** Whether some of an element has come into view; a sliver of it is not worth a document. */
function useSeen() {
  const ref = useRef<HTMLDivElement>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    const element = ref.current;
    if (!element || seen) return;
    const observer = new IntersectionObserver(
      (entries) => entries.some((entry) => entry.isIntersecting) && setSeen(true),
      { threshold: 0.15 },
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [seen]);
  return { ref, seen };
}

'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns';
import Link from 'next/link';
import { useState } from 'react';
import {
  type FormatHistory,
  type HistoryEdition,
  type HistorySitting,
  deleteEdition,
  restoreEdition,
} from '../../contract/editions';
import { counted } from '../../core/counted';
import { Button } from '../controls/button';
import { Problem } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { OnlyFor } from '../data/me';
import { sideOfEdition, sideOfState } from '../compare/sides';
import { editionsChanged } from '../data/queries';
import { ask } from '../data/request';
import { Screen } from '../shell/screen';
import { historyQuery } from './queries';
import { NextEditionButton } from './next-edition-button';
import { STATE_MARKS } from './state-mark';
import { WithdrawDialog } from './withdraw-dialog';

/** What happened to a format, the newest first: its editions and releases, and who worked on it when, with every step in words. */
export function HistoryScreen({ formatId }: { formatId: string }) {
  const { data, error, refetch } = useQuery(historyQuery(formatId));
  const open = data?.editions.find(({ state }) => state === 'open');
  return (
    <Screen
      plate={[
        { caption: 'History', value: data?.name ?? '…', wide: true },
        { caption: 'Editions', value: data ? String(data.editions.length) : '…', width: '110px' },
        { caption: 'Open', value: data ? (open ? `edition ${open.number}` : 'none') : '…', width: '110px' },
      ]}
    >
      <Box height="100%" overflowY="auto" px="24px" py="14px">
        <Flex align="baseline" gap="12px" pb="10px">
          <Box as="h1" fontSize="18px" fontWeight={600}>
            {data ? `History of ${data.name}` : 'History'}
          </Box>
          <Link href={boardOf(formatId)} style={{ textDecoration: 'underline' }}>
            To its board
          </Link>
        </Flex>
        <LoadProblem problem={error?.message} onRetry={() => void refetch()} />
        {data && <Line history={data} />}
      </Box>
    </Screen>
  );
}

type Event =
  | { at: string; kind: 'release' | 'edition'; edition: HistoryEdition }
  | { at: string; kind: 'sitting'; sitting: HistorySitting };

/** Everything on one line of time, the newest first; an open edition stands on top. */
function eventsOf({ editions, sittings }: FormatHistory): Event[] {
  return [
    ...editions.map((edition): Event => ({
      at: edition.state === 'open' ? '9999' : (edition.release?.releasedAt ?? edition.changedAt),
      kind: edition.release ? 'release' : 'edition',
      edition,
    })),
    ...sittings.map((sitting): Event => ({ at: sitting.lastAt, kind: 'sitting', sitting })),
  ].toSorted((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0));
}

/** The board of a format, with what is looked at on it in place of the newest edition. */
const boardOf = (formatId: string, lookedAt: Record<string, string> = {}): string =>
  [`/formats/${encodeURIComponent(formatId)}`, new URLSearchParams(lookedAt).toString()].filter(Boolean).join('?');

const when = (at: string) => format(new Date(at), 'yyyy-MM-dd HH:mm');

function Line({ history }: { history: FormatHistory }) {
  const open = history.editions.some(({ state }) => state === 'open');
  return (
    <Box as="ol" listStyleType="none" borderLeft="2px solid" borderColor="ink" ml="8px" maxWidth="880px">
      {eventsOf(history).map((event) =>
        event.kind === 'sitting' ? (
          <Sitting
            key={`${event.at} ${event.sitting.who} ${event.sitting.steps.at(-1) ?? ''}`}
            sitting={event.sitting}
            formatId={history.id}
            isOpen={open}
          />
        ) : (
          <Edition key={event.edition.id} history={history} edition={event.edition} isOpen={open} />
        ),
      )}
    </Box>
  );
}

function Edition(props: { history: FormatHistory; edition: HistoryEdition; isOpen: boolean }) {
  const { history, edition, isOpen } = props;
  const queries = useQueryClient();
  const [problem, setProblem] = useState<string>();
  const [withdrawing, setWithdrawing] = useState(false);
  const { id, number, state, release, drawings, successor } = edition;
  const before = history.editions.find((one) => one.number < number);
  const act = (work: () => Promise<unknown>) => {
    setProblem(undefined);
    work().then(
      () => editionsChanged(queries, history.id),
      (error: Error) => setProblem(error.message),
    );
  };
  return (
    <Box as="li" position="relative" pl="22px" pb="16px" aria-label={`Edition ${number}`}>
      <Box
        position="absolute"
        left="-9px"
        top="3px"
        width="16px"
        height="16px"
        bg={state === 'open' ? 'card' : state === 'released' ? 'ink' : 'line'}
        border="2px solid"
        borderColor="ink"
        borderRadius="50%"
        aria-hidden
      />
      <Flex align="baseline" gap="10px" wrap="wrap">
        <Box fontWeight={600} fontSize="16px">
          Edition {number}
        </Box>
        <Box>
          {STATE_MARKS[state]} {state}
        </Box>
        <Box color="soft" fontSize="13px">
          {release
            ? `released ${when(release.releasedAt)}${release.releasedBy ? ` by ${release.releasedBy}` : ''}${release.elsewhere ? ` at ${release.elsewhere.origin}, taken in by ${release.elsewhere.takenInBy}` : ''}, counts from ${release.countsFrom}`
            : `last changed ${when(edition.changedAt)}${edition.changedBy ? ` by ${edition.changedBy}` : ''}`}
          {drawings > 0 && ` · ${counted(drawings, 'drawing')}`}
        </Box>
      </Flex>
      {release && <Box pt="2px">{release.note}</Box>}
      {release?.reason !== undefined && (
        <Box fontSize="13px" color="ochre">
          ▲ Released although a finding blocked it: {release.reason}
        </Box>
      )}
      {successor && (
        <Box fontSize="13px">
          Use{' '}
          <Link href={`/formats/${encodeURIComponent(successor.id)}`} style={{ textDecoration: 'underline' }}>
            {successor.name}
          </Link>{' '}
          instead.
        </Box>
      )}
      <Flex gap="6px" pt="5px" wrap="wrap">
        <Button asChild>
          <Link href={boardOf(history.id, state === 'open' ? {} : { edition: id })}>
            {state === 'open' ? `Go on with edition ${number}` : 'Look at it'}
          </Link>
        </Button>
        {before && (
          <Button asChild>
            <Link href={`/formats/compare?a=${sideOfEdition(before.id)}&b=${sideOfEdition(id)}`}>
              Compare with edition {before.number}
            </Link>
          </Button>
        )}
        <OnlyFor role="administrator">
          {state !== 'open' && !isOpen && (
            <NextEditionButton formatId={history.id} from={id} words="Open as the next edition" />
          )}
          {state === 'open' && history.editions.length > 1 && (
            <Button type="button" onClick={() => act(() => ask(deleteEdition, { params: { id } }))}>
              Give up edition {number}
            </Button>
          )}
          {state === 'released' && (
            <Button type="button" onClick={() => setWithdrawing(true)}>
              Withdraw…
            </Button>
          )}
          {state === 'withdrawn' && (
            <Button type="button" onClick={() => act(() => ask(restoreEdition, { params: { id } }))}>
              Restore
            </Button>
          )}
        </OnlyFor>
      </Flex>
      {problem !== undefined && <Problem>{problem}</Problem>}
      {withdrawing && (
        <WithdrawDialog
          formatId={history.id}
          name={history.name}
          edition={edition}
          inForce={history.inForce}
          editions={history.editions}
          onClose={() => setWithdrawing(false)}
          onDone={() => {
            setWithdrawing(false);
            editionsChanged(queries, history.id);
          }}
        />
      )}
    </Box>
  );
}

/** How many steps of a sitting are shown before it is unfolded. */
const STEPS = 3;

function Sitting(props: { sitting: HistorySitting; formatId: string; isOpen: boolean }) {
  const { sitting, formatId, isOpen } = props;
  const { state } = sitting;
  const [all, setAll] = useState(false);
  const { edition, who, lastAt, steps, changes } = sitting;
  const shown = all ? steps : steps.slice(-STEPS);
  return (
    <Box as="li" position="relative" pl="22px" pb="12px">
      <Box position="absolute" left="-5px" top="7px" width="8px" height="8px" bg="ink" borderRadius="50%" aria-hidden />
      <Box fontSize="13px" color="soft">
        {when(lastAt)} · {who}
        {edition !== undefined && ` on edition ${edition}`} · {counted(changes, 'change')}
      </Box>
      {shown.map((step, i) => (
        <Box key={i} fontSize="14px">
          {step}
        </Box>
      ))}
      {steps.length > STEPS && (
        <Button type="button" look="quiet" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? 'Only the last ones' : `${steps.length - STEPS} more before`}
        </Button>
      )}
      {state && (
        <Flex gap="6px" pt="3px" wrap="wrap">
          <Button asChild look="quiet">
            <Link
              href={boardOf(formatId, { edition: state.edition, version: String(state.version) })}
              aria-label={`Look at the state after ${steps.at(-1) ?? 'it'}`}
            >
              Look at it
            </Link>
          </Button>
          <Button asChild look="quiet">
            <Link
              href={`/formats/compare?a=${sideOfState(state.edition, state.version)}&b=${sideOfEdition(state.edition)}`}
              aria-label={`Compare the state after ${steps.at(-1) ?? 'it'} with now`}
            >
              Compare it with now
            </Link>
          </Button>
          {!isOpen && (
            <OnlyFor role="administrator">
              <NextEditionButton
                formatId={formatId}
                from={state.edition}
                version={state.version}
                words="Open it as the next edition"
              />
            </OnlyFor>
          )}
        </Flex>
      )}
    </Box>
  );
}

'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useStore } from 'zustand';
import { makeFormat, saveEdition } from '../../contract/formats';
import { newerWords } from '../../core/edition/newer';
import { sideOfEdition, sideOfState } from '../compare/sides';
import { Button } from '../controls/button';
import { Problem } from '../controls/field';
import { LookingOnly } from '../data/me';
import { editionsChanged, formatQuery } from '../data/queries';
import { ask } from '../data/request';
import { NextEditionButton } from '../editions/next-edition-button';
import { NameDialog } from '../formats/name-dialog';
import { useBoard, useBoardStore } from './board-store';
import { openFormat } from './saving/opening';

/** Of a board on which nothing can be changed: why that is so, and what goes on instead. */
export function Locked() {
  const byRole = useStore(useBoardStore(), (state) => state.lockedFor);
  const ofThis = useBoard((board) => board.format.lockedFor);
  const state = useBoard((board) => board.format.edition.state);
  const isLookedAt = useBoard((board) => board.lookedAt !== undefined);
  return (
    <Box role="status" px="14px" py="4px" bg="card" borderBottom="1px solid" borderColor="line">
      {isLookedAt ? (
        <LookedAtWords />
      ) : state !== 'open' ? (
        <FrozenWords />
      ) : byRole === undefined ? (
        ofThis
      ) : (
        <LookingOnly role="administrator" />
      )}
    </Box>
  );
}

/** Of the newest edition that is not open: that it does not change, what goes on instead, and what is newer in the office. */
function FrozenWords() {
  const store = useBoardStore();
  const format = useBoard((board) => board.format);
  const mayNot = useStore(store, (state) => state.lockedFor) ?? format.lockedFor;
  const { number, state } = format.edition;
  return (
    <Flex align="center" gap="10px" wrap="wrap">
      <Box>
        Edition {number} is {state}: it does not change.
      </Box>
      <NewerInOffice />
      {mayNot === undefined && (
        <>
          <NextEditionButton
            formatId={format.id}
            look="primary"
            words={`Open edition ${number + 1}`}
            onOpened={() => void openFormat(store, format.id)}
          />
          <CopyButton />
        </>
      )}
      <HistoryLink />
      <LookingOnly role="administrator" />
    </Flex>
  );
}

/** Of an edition or a state that is looked at: what it is, and how to go on from it. */
function LookedAtWords() {
  const mayNot = useStore(useBoardStore(), (state) => state.lockedFor);
  const { id, edition } = useBoard((board) => board.format);
  const version = useBoard((board) => board.lookedAt?.version);
  const { data: newest } = useQuery(formatQuery(id));
  const isOpen = newest?.edition.state === 'open';
  const side = version === undefined ? sideOfEdition(edition.id) : sideOfState(edition.id, version);
  return (
    <Flex align="center" gap="10px" wrap="wrap">
      <Box>
        {edition.state === 'open' || version !== undefined
          ? `An earlier state of edition ${edition.number}.`
          : `Edition ${edition.number} is ${edition.state}: it does not change.`}
      </Box>
      <NewerInOffice />
      {mayNot === undefined && newest && newest.lockedFor === undefined && (
        <>
          {isOpen ? (
            <TakeBackButton />
          ) : (
            <NextEditionButton
              formatId={id}
              from={edition.id}
              {...(version !== undefined && { version })}
              words="Open it as the next edition"
            />
          )}
          <CopyButton />
        </>
      )}
      {newest && (newest.edition.id !== edition.id || version !== undefined) && (
        <>
          <Button asChild>
            <Link href={`/formats/compare?a=${side}&b=${sideOfEdition(newest.edition.id)}`}>
              Compare with edition {newest.edition.number}
            </Link>
          </Button>
          <Button asChild look="quiet">
            <Link href={`/formats/${encodeURIComponent(id)}`}>To edition {newest.edition.number}</Link>
          </Button>
        </>
      )}
      <HistoryLink />
      <LookingOnly role="administrator" />
    </Flex>
  );
}

/** Gives the open edition the content that is looked at, as one step that can be undone, and goes to its board. */
function TakeBackButton() {
  const router = useRouter();
  const queries = useQueryClient();
  const [problem, setProblem] = useState<string>();
  const store = useBoardStore();
  const { data: newest } = useQuery(formatQuery(useBoard((board) => board.format.id)));
  if (!newest) return null;
  const { id, number } = newest.edition;
  const take = async () => {
    const { board } = store.getState();
    if (!board) return;
    const { edition } = board.format;
    const what =
      board.lookedAt?.version === undefined ? `edition ${edition.number}` : `a state of edition ${edition.number}`;
    const document = { ...board.document, id: newest.edition.document.id, name: newest.name };
    const words = [`Taken back to ${what}`];
    try {
      const { version } = newest.edition;
      await ask(saveEdition, {
        params: { id },
        body: { version, document, sitting: crypto.randomUUID(), words },
      });
      router.push(`/formats/${encodeURIComponent(newest.id)}`);
    } catch (error) {
      setProblem((error as Error).message);
    }
    editionsChanged(queries, newest.id);
  };
  return (
    <>
      <Button type="button" onClick={() => void take()}>
        Take edition {number} back to this
      </Button>
      {problem !== undefined && <Problem>{problem}</Problem>}
    </>
  );
}

/** What the office has by now otherwise than when the edition was released. */
function NewerInOffice() {
  const newer = useBoard((board) => board.format.newer)?.map(newerWords) ?? [];
  if (newer.length === 0) return null;
  return (
    <Box color="soft" fontSize="13px" title={newer.join(' ')}>
      ▲ {newer.length === 1 ? newer[0] : `${newer.length} things are newer in the office`}
    </Box>
  );
}

/** Copies what is on the board into a format of its own. */
function CopyButton() {
  const router = useRouter();
  const [copying, setCopying] = useState(false);
  const { id, name } = useBoard((board) => board.format);
  const document = useBoard((board) => board.document);
  return (
    <>
      <Button type="button" onClick={() => setCopying(true)}>
        Copy it…
      </Button>
      {copying && (
        <NameDialog
          title={`Copy ${name}`}
          start={`${name}, copy`}
          action="Copy and open"
          onClose={() => setCopying(false)}
          onSave={async (chosen) => {
            const copy = await ask(makeFormat, { body: { copyOf: id, name: chosen, document } });
            router.push(`/formats/${copy.id}`);
          }}
        />
      )}
    </>
  );
}

function HistoryLink() {
  const id = useBoard((board) => board.format.id);
  return (
    <Button asChild>
      <Link href={`/formats/${encodeURIComponent(id)}/history`}>History</Link>
    </Button>
  );
}

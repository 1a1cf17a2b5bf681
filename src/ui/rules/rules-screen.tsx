'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRouter, useSearchParams } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { z } from 'zod';
import {
  type BookChange,
  type BookEntry,
  type BookView,
  type CountScope,
  type CountView,
  changeBook,
  removeBook,
  renameBook,
} from '../../contract/rule-books';
import { Button } from '../controls/button';
import { Choice } from '../controls/choice';
import { Problem, Row, Select, TextInput } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { Menu } from '../controls/menu';
import { LookingOnly, useWhyNot } from '../data/me';
import { officeQuery } from '../data/queries';
import { ask, currentIn } from '../data/request';
import { NameDialog } from '../formats/name-dialog';
import { SidePane } from '../profiles/side-pane';
import { Screen } from '../shell/screen';
import { foundBy, listedChecks } from './checks';
import { CountPane } from './count-pane';
import { CountsOverview } from './counts-overview';
import { FoundToday } from './found-today';
import { HouseCheckForm } from './house-check-form';
import { NewBookDialog } from './new-book-dialog';
import { bookQuery, booksQuery, countsQuery, isGoing } from './queries';
import { RuleDetails } from './rule-details';
import { RuleHead } from './rule-head';
import { RuleList } from './rule-list';
import { FEW, useCounts } from './use-counts';

/** The rule books: the checks of one on the left with what each finds today, on the right the one that is chosen. */
export function RulesScreen() {
  const { data: books, error, refetch } = useQuery(booksQuery);
  const router = useRouter();
  const asked = useSearchParams().get('book');
  const mostUsed = books?.toSorted((a, b) => b.formats + b.drawings - a.formats - a.drawings)[0];
  const id = books?.find((one) => one.id === asked)?.id ?? mostUsed?.id;
  const {
    data: book,
    error: bookError,
    refetch: again,
  } = useQuery({ ...bookQuery(id ?? ''), enabled: id !== undefined });
  if (!books || id === undefined || !book)
    return (
      <Screen plate={[{ caption: 'Rule book', value: '…', wide: true }]}>
        <LoadProblem
          problem={(error ?? bookError)?.message}
          onRetry={() => {
            void refetch();
            void again();
          }}
        />
      </Screen>
    );
  return (
    <OpenBook
      key={id}
      books={books}
      book={book}
      onOpen={(next) => router.replace(`/profiles/rules?book=${encodeURIComponent(next)}`)}
    />
  );
}

type Shown = 'all' | 'found' | 'house';

function OpenBook(props: { books: readonly BookEntry[]; book: BookView; onOpen: (id: string) => void }) {
  const { books, book, onOpen } = props;
  const { id } = book;
  const client = useQueryClient();
  const whyNot = useWhyNot('administrator');
  const { data: office } = useQuery(officeQuery);
  const [search, setSearch] = useState('');
  const [shown, setShown] = useState<Shown>('all');
  const [chosen, setChosen] = useState<string>();
  const [dialog, setDialog] = useState<'new' | 'rename'>();
  const [said, setSaid] = useState<string>();
  /** The version that what is typed began from: it stays as it is typed when somebody else has changed the book. */
  const [begunFrom, setBegunFrom] = useState(book.version);
  const hasFollowers = book.formats + book.drawings > 0;
  const [scope, setScope] = useState<CountScope>(hasFollowers ? 'following' : 'all');
  const counts = useCounts(id);
  const { count, startCount } = counts;
  const mayChange = whyNot === undefined && !book.shipped;
  const things = counts.thingsIn(scope) ?? Number.POSITIVE_INFINITY;
  // With few formats and drawings a book is counted whenever what it finds is not known.
  const begun = useRef('');
  useEffect(() => {
    if (whyNot !== undefined || count === undefined || isGoing(count) || things > FEW) return;
    const reason = `${book.version} ${scope} ${JSON.stringify(book.whole)}`;
    if (begun.current === reason || (count && !count.outdated && count.scope === scope && begun.current !== '')) return;
    begun.current = reason;
    startCount(scope);
  }, [whyNot, count, things, scope, book, startCount]);
  const groups = useMemo(() => {
    const names = new Map(office?.properties.map((property) => [property.id, property.name]));
    return listedChecks(book, (property) => (office ? names.get(property) : property));
  }, [book, office]);
  const all = groups.flatMap(({ checks }) => checks);
  const listed = matching(groups, { count, search, shown });
  const check = all.find(({ key }) => key === chosen);
  /** Keeps a change; what cannot be kept is said, and nothing is lost. */
  const save = async (change: z.infer<typeof BookChange>): Promise<string | undefined> => {
    try {
      const next = await ask(changeBook, { params: { id }, body: { version: book.version, change } });
      client.setQueryData(bookQuery(id).queryKey, next);
      setBegunFrom(next.version);
      void client.invalidateQueries({ queryKey: booksQuery.queryKey });
      void client.invalidateQueries({ queryKey: countsQuery(id).queryKey });
      // Boards, proofs and drawings are looked at by what has changed.
      void client.invalidateQueries({ queryKey: ['format'] });
      return undefined;
    } catch (error) {
      const current = currentIn<BookView>(error);
      if (current) client.setQueryData(bookQuery(id).queryKey, current);
      return (error as Error).message;
    }
  };
  const remove = async () => {
    try {
      await ask(removeBook, { params: { id } });
      await client.invalidateQueries({ queryKey: booksQuery.queryKey });
      onOpen('');
    } catch (failure) {
      setSaid((failure as Error).message);
    }
  };
  const found = all.reduce((sum, { key, weight }) => {
    const { formats, drawings } = foundBy(count, key);
    return weight === 'off' ? sum : sum + formats + drawings;
  }, 0);
  const differs = Object.keys(book.document.changes).length + book.document.house.length;
  return (
    <Screen
      plate={[
        { caption: 'Rule book', value: book.name, wide: true },
        { caption: 'Derives from', value: book.from?.name ?? '–', width: '150px' },
        {
          caption: 'Differs in',
          value: book.shipped ? 'shipped' : `${differs} check${differs === 1 ? '' : 's'}`,
          width: '100px',
        },
        { caption: 'Profiles', value: String(book.profiles.length), width: '70px' },
        { caption: 'Formats', value: String(book.formats), width: '70px' },
        { caption: 'Drawings', value: String(book.drawings), width: '80px' },
        {
          caption: 'Findings',
          value: !count ? '…' : count.state === 'done' ? String(found) : `${found} so far`,
          width: '90px',
        },
      ]}
    >
      <Flex height="100%">
        <SidePane
          label="Checks"
          on="rules"
          listLabel="List of checks"
          head={
            <>
              <Flex gap="6px">
                <Box flex="1" minWidth={0}>
                  <Select aria-label="Rule book" value={id} onChange={(event) => onOpen(event.target.value)}>
                    {books.map((one) => (
                      <option key={one.id} value={one.id}>
                        {one.name}
                        {one.shipped ? ', shipped' : ''}
                      </option>
                    ))}
                  </Select>
                </Box>
                <Menu
                  trigger={(trigger) => (
                    <Button type="button" aria-label="More" disabled={whyNot !== undefined} title={whyNot} {...trigger}>
                      More
                    </Button>
                  )}
                  entries={[
                    { value: 'new', words: 'New rule book…' },
                    ...(book.shipped
                      ? []
                      : [
                          { value: 'rename', words: 'Rename…' },
                          { value: 'remove', words: 'Remove' },
                        ]),
                  ]}
                  placement="bottom-end"
                  onChoose={(entry) => {
                    setSaid(undefined);
                    if (entry === 'remove') void remove();
                    else setDialog(entry as 'new' | 'rename');
                  }}
                />
              </Flex>
              {!book.shipped && (
                <Row label="Derives from" htmlFor="derives-from">
                  <Select
                    id="derives-from"
                    value={book.document.from}
                    disabled={!mayChange}
                    onChange={(event) => void save({ kind: 'from', from: event.target.value }).then(setSaid)}
                  >
                    {books
                      .filter((one) => one.id !== id)
                      .map((one) => (
                        <option key={one.id} value={one.id}>
                          {one.name}
                        </option>
                      ))}
                  </Select>
                </Row>
              )}
              <Flex gap="6px" pt="4px" align="center">
                <TextInput
                  aria-label="Search the checks"
                  placeholder="Search the checks"
                  value={search}
                  onChange={(event) => setSearch(event.target.value)}
                />
                <Choice
                  label="Which checks"
                  value={shown}
                  options={[
                    { value: 'all', label: 'All' },
                    { value: 'found', label: 'Found' },
                    { value: 'house', label: 'House' },
                  ]}
                  onChange={setShown}
                />
              </Flex>
              <LookingOnly role="administrator" />
              {book.shipped && whyNot === undefined && (
                <Flex fontSize="13px" color="soft" pt="4px" align="center" gap="6px">
                  <Box flex="1">A shipped book stays as it is.</Box>
                  <Button type="button" height="24px" onClick={() => setDialog('new')}>
                    Derive a house book…
                  </Button>
                </Flex>
              )}
              {said !== undefined && <Problem>{said}</Problem>}
            </>
          }
        >
          <RuleList
            groups={listed}
            count={count}
            chosen={chosen}
            onChoose={(key) => setChosen(key === chosen ? undefined : key)}
            onAdd={mayChange ? () => setChosen('new check') : undefined}
          />
        </SidePane>
        <Box flex="1" minWidth={0} overflowY="auto" px="22px" py="14px" tabIndex={0} role="region" aria-label="Check">
          {chosen === 'new check' ? (
            <>
              <Box as="h2" fontSize="18px" fontWeight={600} pb="4px">
                New check of the house
              </Box>
              <HouseCheckForm
                counts={counts}
                scope={scope}
                things={things}
                onSave={save}
                onDone={() => setChosen(undefined)}
              />
            </>
          ) : check ? (
            <>
              <RuleHead check={check} />
              {check.house?.own && mayChange ? (
                <HouseCheckForm
                  key={`form ${check.key} ${begunFrom}`}
                  check={check.house.check}
                  counts={counts}
                  scope={scope}
                  things={things}
                  onSave={save}
                  onDone={() => undefined}
                />
              ) : (
                <RuleDetails
                  key={`${check.key} ${begunFrom}`}
                  book={book}
                  check={check}
                  counts={counts}
                  scope={scope}
                  things={things}
                  mayChange={mayChange}
                  onSave={save}
                />
              )}
            </>
          ) : (
            <>
              <Box as="h2" fontSize="18px" fontWeight={600}>
                {book.name}
              </Box>
              <Box>
                {book.profiles.length > 0
                  ? `Named by ${book.profiles.map(({ name }) => name).join(', ')}.`
                  : 'No profile names it. Choose it for a profile under Drafting profiles.'}{' '}
                Choose a check to see what it demands and finds.
              </Box>
            </>
          )}
          <CountPane
            counts={counts}
            scope={scope}
            whyNot={whyNot}
            onScope={(next) => {
              setScope(next);
              if (things > FEW && whyNot === undefined) startCount(next);
            }}
          >
            {count &&
              (check ? (
                <FoundToday id={id} check={check} count={count} onRepaired={() => startCount(scope)} />
              ) : chosen === 'new check' ? null : (
                <CountsOverview checks={all} count={count} onOpen={setChosen} />
              ))}
          </CountPane>
        </Box>
      </Flex>
      {dialog === 'new' && (
        <NewBookDialog
          books={books}
          from={id}
          onClose={() => setDialog(undefined)}
          onMade={(made) => {
            setDialog(undefined);
            onOpen(made);
          }}
        />
      )}
      {dialog === 'rename' && (
        <NameDialog
          title={`Rename ${book.name}`}
          start={book.name}
          action="Rename"
          onClose={() => setDialog(undefined)}
          onSave={async (name) => {
            await ask(renameBook, { params: { id }, body: { name } });
            await client.invalidateQueries({ queryKey: booksQuery.queryKey });
            await client.invalidateQueries({ queryKey: bookQuery(id).queryKey });
            setDialog(undefined);
          }}
        />
      )}
    </Screen>
  );
}

type Groups = ReturnType<typeof listedChecks>;

/** The checks that are searched for and that are to be shown; the house's own group stays, so that a check can be added. */
function matching(
  groups: Groups,
  { count, search, shown }: { count: CountView | null | undefined; search: string; shown: Shown },
): Groups {
  const wanted = search.trim().toLowerCase();
  const matches = (group: string, check: Groups[number]['checks'][number]) => {
    const { formats, drawings } = foundBy(count, check.key);
    if (shown === 'found' && (formats + drawings === 0 || check.weight === 'off')) return false;
    if (shown === 'house' && !check.change && !check.house?.own) return false;
    return `${group} ${check.words.name} ${check.words.demands}`.toLowerCase().includes(wanted);
  };
  return groups
    .map(({ group, checks }) => ({ group, checks: checks.filter((check) => matches(group, check)) }))
    .filter(
      ({ group, checks }) =>
        checks.length > 0 || (group === 'Checks of the house' && wanted === '' && shown !== 'found'),
    );
}

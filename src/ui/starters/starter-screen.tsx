'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useEffect, useMemo, useState } from 'react';
import { useStore } from 'zustand';
import { findingWords } from '../../core/findings/words';
import { starterKind } from '../../core/starter/starting';
import { type StarterDocument, type StarterKind, type StarterSheet, STARTER_KINDS } from '../../core/starter/starter';
import { Button } from '../controls/button';
import { Problem, SelectRow } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { LookingOnly, OnlyFor, useWhyNot } from '../data/me';
import type { AtHand } from '../data/office';
import { formatQuery, officeQuery } from '../data/queries';
import { SavingWords } from '../saving/saving-words';
import { Screen } from '../shell/screen';
import { SpecimenPicker } from '../specimens/specimen-picker';
import { NO_VIEWS } from '../../core/view/changing';
import { ViewsPane } from '../views/views-pane';
import { SheetInHand } from './sheet-in-hand';
import { SheetList } from './sheet-list';
import { viewFindings } from './sheet-tile';
import { StarterMoves } from './starter-moves';
import { StarterSettings } from './starter-settings';
import { StarterStore } from './starter-store';
import { TriedOn } from './tried-on';
import { type StartedOn, type Tried, useStarted } from './use-started';

const KIND_WORDS: Record<StarterKind, string> = {
  part: 'parts',
  turned: 'turned parts',
  flat: 'flat parts',
  folded: 'folded parts',
  assembly: 'assemblies',
};

/** A starter open: the sheets of each kind of model, tried on several models at once, the views of the sheet in hand on its picture. */
export function StarterScreen({ id }: { id: string }) {
  const queries = useQueryClient();
  const [store] = useState(
    () => new StarterStore(id, () => void queries.invalidateQueries({ queryKey: ['starters'] })),
  );
  useEffect(() => {
    void store.load();
    return () => store.end();
  }, [store]);
  const { view, document, problem, saving, theirs, done, undone } = useStore(store.state);
  const { data: office } = useQuery(officeQuery);
  const [chosen, setChosen] = useState<readonly Tried[]>();
  const showpieces = office?.showpieces;
  const tried = useMemo(
    () => chosen ?? (showpieces ?? []).map((specimen): Tried => ({ specimen })),
    [chosen, showpieces],
  );
  const started = useStarted(document, tried);
  const [hand, setHand] = useState<{ specimen: string; number: number }>();
  const [kindChosen, setKind] = useState<StarterKind>();
  const [sheetChosen, setSheet] = useState<string>();
  const [selected, setSelected] = useState<string>();
  const newest = view?.editions[0];
  const whyNot = useWhyNot('administrator');
  const locked = whyNot !== undefined || newest?.state !== 'open';
  const on = started.on.find(({ tried: { specimen } }) => specimen === hand?.specimen) ?? started.on[0];
  const inHand = on?.sheets.find(({ planned }) => planned.place.number === (hand?.number ?? 1)) ?? on?.sheets[0];
  const shownKind = document && kindInHand(on, inHand?.planned.sheet.specimen, started.atHand, document);
  const kind = kindChosen ?? shownKind ?? 'part';
  // A part whose form has no sheets of its own is made of those of parts.
  const takes: StarterKind = document && document.sheets[kind].length > 0 ? kind : kind === 'assembly' ? kind : 'part';
  const sheets = document?.sheets[kindChosen ?? takes] ?? [];
  const sheet =
    sheets.find((one) => one.id === sheetChosen) ??
    (inHand?.planned.sheet.specimen !== undefined && takes !== 'assembly'
      ? sheets[0]
      : sheetOf(sheets, inHand?.planned.place.number ?? 1));
  const put = (next: StarterSheet[]) => {
    if (document) store.change({ ...document, sheets: { ...document.sheets, [kindChosen ?? takes]: next } });
  };
  const putViews = (views: StarterSheet['views']) =>
    sheet && put(sheets.map((one) => (one.id === sheet.id ? { ...one, views } : one)));
  const { data: format } = useQuery({
    ...formatQuery(document?.format ?? ''),
    enabled: document?.format !== undefined,
  });
  const sizes = (format?.edition.document ?? on?.sheets[0]?.planned.document)?.sizes.map(({ name }) => name) ?? [];
  const findings = on ? on.sheets.flatMap(({ composed }) => viewFindings(composed)) : [];
  return (
    <Screen
      plate={[
        { caption: 'Starter', value: document?.name ?? '…', wide: true },
        { caption: 'Edition', value: newest ? `${newest.number}, ${newest.state}` : '…', width: '130px' },
        { caption: 'Sheets', value: on ? String(on.sheets.length) : '…', width: '80px' },
        {
          caption: 'Views',
          value: `${started.projections.come} of ${started.projections.wanted} projected`,
          width: '170px',
        },
        { caption: 'Saved', value: <SavingWords kind={saving.kind} />, width: '200px' },
      ]}
    >
      <LoadProblem problem={view ? undefined : problem} onRetry={() => void store.load()} />
      {view && document && newest && (
        <Flex direction="column" height="100%">
          <Flex align="center" gap="8px" px="14px" py="6px" borderBottom="1px solid" borderColor="line" wrap="wrap">
            <Box color="soft" fontSize="14px">
              <Link href="/starters">Starters</Link> ▸
            </Box>
            <Box as="h1" fontWeight={600} fontSize="17px">
              {document.name}
            </Box>
            <Box flex="1" minWidth="60px" fontSize="14px" color="ochre">
              {problem ?? started.problem}
              {newest.state === 'released' && whyNot === undefined && (
                <Box as="span" color="soft">
                  Released: it stays as it is. Open the next edition to change it.
                </Box>
              )}
              {saving.kind === 'refused' && <Problem>{saving.reason}</Problem>}
              {theirs && (
                <Flex role="alertdialog" aria-label="Somebody else changed this starter" gap="8px" align="center">
                  <Box flex="1" minWidth={0}>
                    ▲ Somebody else changed this starter meanwhile. What you see is yours, and is not saved.
                  </Box>
                  <Button type="button" onClick={() => store.settle('theirs')}>
                    Take theirs
                  </Button>
                  <Button
                    type="button"
                    look="primary"
                    disabled={theirs.editions[0]!.state !== 'open'}
                    title={theirs.editions[0]!.state === 'open' ? undefined : 'Their edition is released by now.'}
                    onClick={() => store.settle('mine')}
                  >
                    Keep mine
                  </Button>
                </Flex>
              )}
              <LookingOnly role="administrator" />
            </Box>
            <OnlyFor role="administrator">
              {newest.state === 'open' && (
                <>
                  <Button type="button" look="quiet" disabled={done.length === 0} onClick={() => store.undo()}>
                    Undo
                  </Button>
                  <Button type="button" look="quiet" disabled={undone.length === 0} onClick={() => store.redo()}>
                    Redo
                  </Button>
                </>
              )}
              <StarterMoves store={store} state={newest.state} number={newest.number} found={findings.length} />
            </OnlyFor>
          </Flex>
          <Flex flex="1" minHeight={0}>
            <Box
              as="section"
              aria-label="Sheets of the starter"
              width="250px"
              flexShrink={0}
              borderRight="1px solid"
              borderColor="ink"
              bg="card"
              overflowY="auto"
              tabIndex={0}
              px="12px"
              py="8px"
            >
              <StarterSettings store={store} locked={locked} formatName={format?.name} />
              <SelectRow
                label="Sheets of"
                value={kindChosen ?? takes}
                options={STARTER_KINDS.map((value) => ({ value, label: KIND_WORDS[value] }))}
                onChange={setKind}
              />
              {sheets.length === 0 && (
                <Box fontSize="14px" color="soft" pb="4px">
                  {kind === 'part' || kind === 'assembly'
                    ? 'No sheets yet.'
                    : 'No sheets of their own: they get those of parts.'}
                </Box>
              )}
              <SheetList
                sheets={sheets}
                sizes={sizes}
                isAssembly={(kindChosen ?? takes) === 'assembly'}
                selected={sheet?.id}
                locked={locked}
                onSelect={setSheet}
                onChange={put}
              />
            </Box>
            <Flex direction="column" flex="1" minWidth={0}>
              <Box flex="1" minHeight={0}>
                <SheetInHand
                  composed={inHand?.composed}
                  setting={sheet?.views ?? NO_VIEWS}
                  selected={selected}
                  locked={locked || !sheet}
                  onSelect={setSelected}
                  onChange={putViews}
                />
              </Box>
              <Box
                maxHeight="44%"
                overflowY="auto"
                borderTop="1px solid"
                borderColor="ink"
                bg="paper"
                role="region"
                aria-label="Tried on"
                tabIndex={0}
              >
                {started.on.map((one) => (
                  <TriedOn
                    key={`${one.tried.specimen} ${one.tried.variant}`}
                    on={one}
                    shown={one === on ? inHand?.planned.place.number : undefined}
                    onShow={(number) => {
                      setHand({ specimen: one.tried.specimen, number });
                      setKind(undefined);
                      setSheet(undefined);
                    }}
                    onRemove={
                      tried.length > 1 ? () => setChosen(tried.filter((other) => other !== one.tried)) : undefined
                    }
                  />
                ))}
                <Flex px="12px" py="6px" gap="8px" align="center">
                  <Box fontSize="14px" color="soft">
                    Try it on
                  </Box>
                  <Box width="220px">
                    <SpecimenPicker
                      label="Try it on"
                      shown="another model…"
                      onChoose={(_, entry) => {
                        if (!entry || tried.some(({ specimen }) => specimen === entry.id)) return;
                        setChosen([...tried, { specimen: entry.id, variant: entry.variants[0] }]);
                        setHand({ specimen: entry.id, number: 1 });
                      }}
                    />
                  </Box>
                </Flex>
              </Box>
            </Flex>
            <Box
              width="310px"
              flexShrink={0}
              borderLeft="1px solid"
              borderColor="ink"
              bg="card"
              overflowY="auto"
              pb="10px"
            >
              {sheet ? (
                <ViewsPane
                  setting={sheet.views}
                  placed={inHand?.composed?.report.views}
                  progress={started.projections}
                  canBeApart={(kindChosen ?? takes) === 'assembly'}
                  selected={selected}
                  locked={locked}
                  onSelect={setSelected}
                  onChange={putViews}
                />
              ) : (
                <Box px="12px" pt="10px" color="soft">
                  Choose a sheet to see its views.
                </Box>
              )}
              <Box px="12px" pt="12px">
                {findings.map((finding) => (
                  <Box key={JSON.stringify([finding.code, finding.params])} color="ochre" fontSize="14px" pb="3px">
                    ▲ {findingWords(finding)}
                  </Box>
                ))}
              </Box>
            </Box>
          </Flex>
        </Flex>
      )}
    </Screen>
  );
}

/** The kind of model whose sheets made the one in hand: a part in an assembly takes the views of its form, where there are such. */
function kindInHand(
  on: StartedOn | undefined,
  shows: string | undefined,
  atHand: AtHand | undefined,
  document: StarterDocument,
): StarterKind | undefined {
  const kindOf = (id: string | undefined) => {
    const specimen = atHand?.office.specimens.find((one) => one.id === id);
    return specimen && starterKind(specimen, document);
  };
  const own = shows === undefined ? undefined : kindOf(shows);
  return own && document.sheets[own].length > 0 ? own : kindOf(on?.tried.specimen);
}

/** The sheet of a starter that a made sheet comes from: one that makes many has them all after it. */
function sheetOf(sheets: readonly StarterSheet[], number: number): StarterSheet | undefined {
  const many = sheets.findIndex(({ shows }) => shows.what !== 'main' && shows.what !== 'model');
  return sheets[many >= 0 && number > many ? many : number - 1] ?? sheets[0];
}

'use client';

import { Box, Flex, chakra } from '@chakra-ui/react';
import { formatDistanceStrict } from 'date-fns';
import dynamic from 'next/dynamic';
import { memo, useCallback, useEffect, useState, useSyncExternalStore } from 'react';
import { useStore } from 'zustand';
import { Group, Panel, Separator, useDefaultLayout, usePanelRef } from 'react-resizable-panels';
import { trimNumber } from '../../core/geometry/length';
import type { Finding } from '../../core/findings/finding';
import { zoneAt } from '../../core/sheet/zones';
import { Button } from '../controls/button';
import { Problem } from '../controls/field';
import { whenIdle } from '../controls/when-idle';
import { useProofClient } from '../data/use-proof-client';
import { ProofClientContext } from '../proof/proof-client-context';
import { useModelStore } from '../data/use-model-store';
import { Screen } from '../shell/screen';
import { BoardBar } from './board-bar';
import { SAVING_WORDS } from '../saving/saving-words';
import { BoardContext, type LookedAt, createBoardStore, useBoard, useBoardStore } from './board-store';
import { Desk } from './desk/desk';
import { dropPicture } from './desk/picking';
import { fileOf } from './details/putting-pictures';
import { runKey } from './commands/commands';
import { boardKey } from './commands/keys';
import { FollowingPane } from './desk/following-pane';
import { showAsked } from './saving/asked-for';
import { fillAnew, lookAt, openFormat } from './saving/opening';
import { ProofsStrip } from './proofs/proofs-strip';
import { useSaving } from './saving/saving';
import { useSheet } from './desk/use-sheet';
import { isTyping } from '../sheet/is-typing';
import { ViewContext, useView, useViewStore } from '../sheet/view-store';
import { useWhyNot } from '../data/me';

// What is not on the board from the first is loaded when it is asked for; what stands beside the sheet once that is drawn.
const Outline = dynamic(() => import('./outline/outline').then((module) => module.Outline), { ssr: false });
const Details = dynamic(() => import('./details/details').then((module) => module.Details), { ssr: false });
const ConflictDialog = dynamic(() => import('./saving/conflict-dialog').then((module) => module.ConflictDialog), {
  ssr: false,
});
const ClosedDialog = dynamic(() => import('./saving/closed-dialog').then((module) => module.ClosedDialog), {
  ssr: false,
});
const loadFinder = () => import('./commands/board-finder');
const BoardFinder = dynamic(() => loadFinder().then((module) => module.BoardFinder), { ssr: false });
const KeysDialog = dynamic(() => import('./commands/keys-dialog').then((module) => module.KeysDialog), { ssr: false });
const Locked = dynamic(() => import('./locked').then((module) => module.Locked), { ssr: false });
const AddBlockDialog = dynamic(() => import('./outline/add-block-dialog').then((module) => module.AddBlockDialog), {
  ssr: false,
});

/** The board: a format open, with everything it is built and proved with; or an edition of it that is looked at. */
export function Board({ formatId, lookedAt }: { formatId: string; lookedAt?: LookedAt | undefined }) {
  const [store] = useState(createBoardStore);
  const lockedFor = useWhyNot('administrator');
  useEffect(() => store.setState({ lockedFor }), [store, lockedFor]);
  return (
    <BoardContext value={store}>
      <ViewContext value={store.getState().view}>
        <OpeningBoard formatId={formatId} edition={lookedAt?.edition} version={lookedAt?.version} />
      </ViewContext>
    </BoardContext>
  );
}

function OpeningBoard(props: { formatId: string; edition: string | undefined; version: number | undefined }) {
  const { formatId, edition, version } = props;
  const store = useBoardStore();
  const [problem, setProblem] = useState<string>();
  const [attempt, setAttempt] = useState(0);
  const ready = useStore(store, ({ board }) => board?.format.id === formatId);
  useEffect(() => {
    let current = true;
    const lookedAt = edition === undefined ? undefined : { edition, ...(version !== undefined && { version }) };
    (lookedAt ? lookAt(store, formatId, lookedAt) : openFormat(store, formatId)).then(
      () => {
        if (!current) return;
        setProblem(undefined);
        showAsked(store, new URLSearchParams(window.location.search));
      },
      (error: Error) => current && setProblem(error.message),
    );
    return () => {
      current = false;
    };
  }, [store, formatId, edition, version, attempt]);
  // Another visit to the same format reads it anew.
  useEffect(() => () => store.setState({ board: undefined }), [store, formatId, edition, version]);
  if (ready) return <OpenBoard />;
  return (
    <Screen plate={[{ caption: 'Format', value: problem ? 'not open' : 'opening…', wide: true }]}>
      <Flex p="24px" gap="12px" align="center">
        {problem && (
          <>
            <Problem>{problem}</Problem>
            <Button type="button" onClick={() => setAttempt(attempt + 1)}>
              Try again
            </Button>
          </>
        )}
      </Flex>
    </Screen>
  );
}

function OpenBoard() {
  const store = useBoardStore();
  const resources = useBoard((board) => board.resources);
  const saveState = useBoard((board) => board.saveState);
  const client = useProofClient(resources);
  const [open, setOpen] = useState<'keys' | 'finder' | 'block'>();
  const isLocked = useLocked();
  const close = () => setOpen(undefined);
  const addBlock = useCallback(() => setOpen('block'), []);
  const formatId = useBoard((board) => board.format.id);
  useSaving();
  // What is typed right after Ctrl K is meant for the finder: it is there by then.
  useEffect(() => whenIdle(loadFinder, 3000), []);
  // When the store does not answer, the board goes on with what it has.
  useModelStore(() => void fillAnew(store, formatId).catch(() => undefined));
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const open = {
        keys: () => setOpen('keys'),
        finder: () => setOpen('finder'),
        addBlock: () => setOpen('block'),
      };
      if (boardKey(store, event, open)) event.preventDefault();
    };
    const onPaste = (event: ClipboardEvent) => {
      const file = fileOf(event.clipboardData);
      const { board } = store.getState();
      if (file && board) void dropPicture(store, file, board.selection);
      else if (board && !isTyping(event)) runKey(store, 'Ctrl V');
    };
    window.addEventListener('keydown', onKey);
    window.addEventListener('paste', onPaste);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('paste', onPaste);
    };
  }, [store]);
  return (
    <>
      <Screen plate={PLATE}>
        <Flex direction="column" height="100%">
          {isLocked && <Locked />}
          <BoardBar />
          <Box flex="1" minHeight={0}>
            <Panes client={client} addBlock={addBlock} />
          </Box>
        </Flex>
      </Screen>
      {saveState.kind === 'conflict' && <ConflictDialog current={saveState.current} />}
      {saveState.kind === 'closed' && <ClosedDialog current={saveState.current} reason={saveState.reason} />}
      {open === 'finder' && <BoardFinder onClose={close} />}
      {open === 'block' && <AddBlockDialog onClose={close} />}
      {open === 'keys' && <KeysDialog onClose={close} />}
    </>
  );
}

/** Whether nothing can be changed on the board. */
function useLocked(): boolean {
  const byRole = useStore(useBoardStore(), (state) => state.lockedFor);
  return useBoard(
    ({ format }) => byRole !== undefined || format.lockedFor !== undefined || format.edition.state !== 'open',
  );
}

/** In a window that is lower or narrower than this the proofs or the outline begin folded, px. */
const LOW = 620;
const NARROW = 900;

const Panes = memo(function Panes({
  client,
  addBlock,
}: {
  client: ReturnType<typeof useProofClient>;
  addBlock: () => void;
}) {
  const across = useDefaultLayout({ id: 'zonograph-board-across', storage: localStorage });
  const down = useDefaultLayout({ id: 'zonograph-board-down', storage: localStorage });
  // The sheet comes first: what stands beside it is loaded behind it.
  const [isDrawn, setDrawn] = useState(false);
  useEffect(() => whenIdle(() => setDrawn(true), 1000), []);
  const viewStore = useViewStore();
  const [outline, details, proofs] = [usePanelRef(), usePanelRef(), usePanelRef()];
  useEffect(() => {
    const panes = { outline, details, proofs };
    viewStore.setState({
      foldPane: (pane) => {
        const panel = panes[pane].current;
        if (panel?.isCollapsed()) panel.expand();
        else panel?.collapse();
      },
    });
  }, [viewStore, outline, details, proofs]);
  // A small window begins with the sheet and its details.
  const [isLow, isNarrow] = [window.innerHeight < LOW, window.innerWidth < NARROW];
  return (
    <Group orientation="vertical" {...down}>
      <Panel id="upper" minSize="200px">
        <Group orientation="horizontal" {...across}>
          <Panel id="outline" panelRef={outline} defaultSize={isNarrow ? 0 : '200px'} minSize="140px" collapsible>
            <FollowingPane>{isDrawn && <Outline addBlock={addBlock} />}</FollowingPane>
          </Panel>
          <Handle />
          <Panel id="desk" minSize="300px">
            <Desk />
          </Panel>
          <Handle />
          <Panel id="details" panelRef={details} defaultSize="300px" minSize="240px" collapsible>
            <ProofClientContext value={client}>
              <FollowingPane>{isDrawn && <Details />}</FollowingPane>
            </ProofClientContext>
          </Panel>
        </Group>
      </Panel>
      <Handle />
      <Panel
        id="proofs"
        panelRef={proofs}
        defaultSize={isLow ? 0 : '132px'}
        minSize="104px"
        maxSize="300px"
        collapsible
      >
        <FollowingPane>
          <ProofsStrip client={client} />
        </FollowingPane>
      </Panel>
    </Group>
  );
});

function Handle() {
  return <Separator style={{ background: 'var(--chakra-colors-line)', flexBasis: 3, flexShrink: 0 }} />;
}

/** The plate of the board; each value follows the board by itself. */
const PLATE = [
  { caption: 'Format', value: <FormatName />, wide: true },
  { caption: 'Edition', value: <EditionWords />, width: '110px' },
  { caption: 'Sheet', value: <SheetWords />, width: '150px' },
  { caption: 'Pointer', value: <Pointer />, width: '150px' },
  { caption: 'Saved', value: <Saved />, width: '210px' },
  { caption: 'Findings', value: <Findings />, width: '150px' },
];

function FormatName() {
  return useBoard((board) => board.document.name);
}

function EditionWords() {
  return useBoard(({ format: { edition } }) => `${edition.number}, ${edition.state}`);
}

function SheetWords() {
  const sheet = useSheet();
  if (!sheet.ok) return '–';
  const { name, width, height } = sheet.report.sheet;
  return `${name}, ${trimNumber(width, 1)} × ${trimNumber(height, 1)}`;
}

function Pointer() {
  const pointer = useView((state) => state.pointer);
  const sheet = useSheet();
  if (!pointer || !sheet.ok) return '–';
  const zone = zoneAt(sheet.report.zones, pointer);
  return `x ${pointer.x.toFixed(1)} y ${pointer.y.toFixed(1)}${zone ? ` · ${zone}` : ''}`;
}

function Saved() {
  const state = useBoard((board) => board.saveState);
  const ago = useAgo(state.kind === 'saved' ? state.at : undefined);
  const colour =
    state.kind === 'refused'
      ? 'vermilion'
      : state.kind === 'kept here' || state.kind === 'signed out' || state.kind === 'conflict'
        ? 'ochre'
        : undefined;
  return (
    <Box
      as="span"
      color={colour}
      title={state.kind === 'refused' ? state.reason : undefined}
      data-testid="saved"
      data-state={state.kind}
    >
      {state.kind === 'saved' && ago
        ? `saved ${ago}`
        : state.kind === 'refused'
          ? `■ ${state.reason}`
          : SAVING_WORDS[state.kind]}
    </Box>
  );
}

/** How long ago that was, in words that are renewed every minute. */
function useAgo(at: number | undefined): string | undefined {
  const minute = useSyncExternalStore(
    everyMinute,
    () => Math.floor(Date.now() / 60_000),
    () => 0,
  );
  if (at === undefined) return undefined;
  return minute * 60_000 - at < 60_000 ? 'just now' : `${formatDistanceStrict(at, minute * 60_000)} ago`;
}

function everyMinute(tick: () => void): () => void {
  const timer = setInterval(tick, 60_000);
  return () => clearInterval(timer);
}

/** How many findings there are, by weight; a click shows them, with nothing selected. */
function Findings() {
  const store = useBoardStore();
  const viewStore = useViewStore();
  const sheet = useSheet();
  const findings = sheet.ok ? sheet.report.findings.filter((finding) => finding.accepted === undefined) : [];
  const count = (weight: Finding['weight']) => findings.filter((finding) => finding.weight === weight).length;
  const counts = [
    { sign: '■', colour: 'vermilion', word: 'block release', number: count('blocks release') },
    { sign: '▲', colour: 'ochre', word: 'warnings', number: count('warning') },
    { sign: '●', colour: 'soft', word: 'notes', number: count('note') },
  ].filter((entry) => entry.number > 0);
  if (counts.length === 0)
    return (
      <Box as="span" color="pine">
        ● none
      </Box>
    );
  return (
    <chakra.button
      type="button"
      display="flex"
      gap="10px"
      cursor="pointer"
      _hover={{ textDecoration: 'underline' }}
      aria-label={`Show the findings: ${counts.map(({ number, word }) => `${number} ${word}`).join(', ')}`}
      onClick={() => {
        store.getState().set({ selection: { kind: 'sheet' } });
        viewStore.setState({ findingsAsked: true });
      }}
    >
      {counts.map((entry) => (
        <Box as="span" key={entry.sign} color={entry.colour} title={`${entry.number} ${entry.word}`}>
          {entry.sign} {entry.number}
        </Box>
      ))}
    </chakra.button>
  );
}

'use client';

import { Box, Flex } from '@chakra-ui/react';
import { ChevronDown, Redo2, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { type ReactNode, memo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import type { ModelKind } from '../../core/property/facts';
import { Button } from '../controls/button';
import { Choice } from '../controls/choice';
import { Select } from '../controls/field';
import type { ExportKind } from '../../core/exchange/export-kinds';
import { ExportProblem } from '../sheet/export-problem';
import { FILE_KINDS } from '../sheet/file-kinds';
import { Menu } from '../controls/menu';
import { exportFromDesk } from './commands/exporting';
import { NO_MODEL, SpecimenPicker } from '../specimens/specimen-picker';
import { openBoard, useBoard, useBoardStore } from './board-store';
import { fillFrom } from './saving/filling';
import { ScaleAndFit } from '../sheet/scale-and-fit';
import { SHOWS } from '../sheet/shows';
import { type Pane, useViewStore } from '../sheet/view-store';
import { useNarrow } from '../controls/use-narrow';

/** Above the sheet: which size, what is shown, filled from whom, undo and redo, export. */
export const BoardBar = memo(function BoardBar() {
  const store = useBoardStore();
  const sizes = useBoard((board) => board.document.sizes);
  const sizeId = useBoard((board) => board.sizeId);
  const show = useBoard((board) => board.show);
  const { set } = store.getState();
  const isNarrow = useNarrow(NARROW);
  return (
    <Flex
      align="center"
      gap="9px"
      px="12px"
      height="40px"
      flexShrink={0}
      bg="paper"
      borderBottom="1px solid"
      borderColor="line"
      minWidth={0}
    >
      <Choice
        label="Sheet size"
        value={sizeId}
        options={sizes.map((size) => ({ value: size.id, label: size.name }))}
        onChange={(next) => set({ sizeId: next })}
      />
      <Choice label="Show" value={show} options={SHOWS} onChange={(next) => set({ show: next })} />
      {isNarrow ? (
        <Folded>
          <Rows />
          <FilledFrom />
          <AsFor />
          <Flex gap="8px" wrap="wrap">
            <ProveOnAll />
            <PaneButtons />
            <ReleaseButton />
          </Flex>
        </Folded>
      ) : (
        <>
          <Rows />
          <FilledFrom />
          <AsFor />
        </>
      )}
      <Box flex="1" />
      <ScaleAndFit />
      <UndoRedo />
      {!isNarrow && <ProveOnAll />}
      <ExportMenu />
      {!isNarrow && <ReleaseButton />}
    </Flex>
  );
});

/** The way to the release of an open edition. */
function ReleaseButton() {
  const { id, edition } = useBoard((board) => board.format);
  const mayNot = useStore(useBoardStore(), ({ lockedFor, board }) => lockedFor ?? board?.format.lockedFor);
  if (edition.state !== 'open' || mayNot !== undefined) return null;
  return (
    <Button asChild>
      <Link href={`/formats/${encodeURIComponent(id)}/release`} aria-label={`Release edition ${edition.number}`}>
        Release {edition.number}…
      </Link>
    </Button>
  );
}

/** What a narrow window has no room for: it opens under the bar. */
function Folded({ children }: { children: ReactNode }) {
  const [isOpen, setOpen] = useState(false);
  const box = useRef<HTMLDivElement>(null);
  return (
    <Box
      ref={box}
      position="relative"
      onKeyDown={(event) => {
        if (event.key !== 'Escape' || !isOpen) return;
        event.stopPropagation();
        setOpen(false);
        box.current?.querySelector('button')?.focus();
      }}
    >
      <Button type="button" aria-expanded={isOpen} aria-controls="folded-bar" onClick={() => setOpen(!isOpen)}>
        View <ChevronDown size={14} aria-hidden />
      </Button>
      {isOpen && (
        <Flex
          id="folded-bar"
          role="group"
          aria-label="View"
          direction="column"
          gap="8px"
          position="absolute"
          top="34px"
          left={0}
          width="300px"
          p="12px"
          zIndex={10}
          bg="card"
          border="1px solid"
          borderColor="ink"
          boxShadow="0 4px 14px #0003"
        >
          {children}
        </Flex>
      )}
    </Box>
  );
}

const PANES: { pane: Pane; words: string }[] = [
  { pane: 'outline', words: 'Outline' },
  { pane: 'details', words: 'Details' },
  { pane: 'proofs', words: 'Proofs' },
];

/** Folds the panes about the sheet, or shows them again. */
function PaneButtons() {
  const viewStore = useViewStore();
  return PANES.map(({ pane, words }) => (
    <Button
      key={pane}
      type="button"
      onClick={() => viewStore.getState().foldPane(pane)}
      title={`Fold or show ${words}`}
    >
      {words}
    </Button>
  ));
}

/** Below these widths of the window the bar folds, and a model stands without a label beside it, px. */
const NARROW = 1200;
const ROOM_FOR_A_LABEL = 1400;

const ROWS = [
  { value: '', label: 'tables as filled' },
  { value: '1', label: 'tables of 1 row' },
  { value: '3', label: 'tables of 3 rows' },
  { value: 'full', label: 'tables full' },
  { value: 'over-full', label: 'tables over-full' },
];

/** How many rows stand in the tables that grow, where the format has any: those there are, or samples that show their growth. */
function Rows() {
  const store = useBoardStore();
  const rows = useBoard((board) => board.rows);
  const grows = useBoard(({ document }) => document.blocks.some((block) => block.grow));
  if (!grows) return null;
  return (
    <Box flexShrink={1} minWidth="96px" width="122px">
      <Select
        aria-label="Rows of tables"
        title="How many rows stand in revision tables and parts lists"
        value={rows ?? ''}
        onChange={({ target: { value } }) => {
          const sample = value === 'full' || value === 'over-full' ? value : value === '' ? undefined : Number(value);
          store.getState().set({ rows: sample });
        }}
      >
        {ROWS.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </Select>
    </Box>
  );
}

/** Which model the sheet on the desk is filled from; its components are loaded with it. */
function FilledFrom() {
  const store = useBoardStore();
  const filled = useBoard((board) => board.filled);
  const specimen = useBoard(({ office }) => office.specimens.find(({ id }) => id === filled?.specimen));
  const shown = specimen ? [specimen.name, filled?.variant].filter(Boolean).join(' · ') : NO_MODEL.label;
  const hasRoom = !useNarrow(ROOM_FOR_A_LABEL);
  return (
    <>
      {hasRoom && (
        <Box color="soft" fontSize="13px" whiteSpace="nowrap">
          Filled from
        </Box>
      )}
      <Box width="138px" flexShrink={2} minWidth="100px" title={`Filled from ${shown}`}>
        <SpecimenPicker
          label="Filled from"
          shown={shown}
          variants
          first={NO_MODEL}
          onChoose={(chosen) => void fillFrom(store, chosen)}
        />
      </Box>
    </>
  );
}

const AS_FOR = [
  { value: 'first', label: 'first sheet' },
  { value: 'following', label: 'following sheet' },
  { value: 'first part', label: 'first sheet, of a part' },
  { value: 'first assembly', label: 'first sheet, of an assembly' },
  { value: 'following part', label: 'following sheet, of a part' },
  { value: 'following assembly', label: 'following sheet, of an assembly' },
];

/** Which sheet the desk shows, and for what kind of model: what conditions are held against. */
function AsFor() {
  const store = useBoardStore();
  const { sheet, kind } = useBoard((board) => board.asFor);
  return (
    <Box flexShrink={1} minWidth="92px" width="112px">
      <Select
        aria-label="As for"
        title="Which sheet the desk shows, and for what kind of model"
        value={[sheet, kind].filter(Boolean).join(' ')}
        onChange={(event) => {
          const [chosen, model] = event.target.value.split(' ') as ['first' | 'following', ModelKind | undefined];
          store.getState().set({ asFor: { sheet: chosen, ...(model && { kind: model }) } });
        }}
      >
        {AS_FOR.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </Select>
    </Box>
  );
}

function UndoRedo() {
  const store = useBoardStore();
  const last = useBoard((board) => board.past.at(-1)?.words);
  const next = useBoard((board) => board.future.at(-1)?.words);
  const { undo, redo } = store.getState();
  return (
    <>
      <Button
        type="button"
        onClick={undo}
        disabled={last === undefined}
        aria-label="Undo"
        title={last === undefined ? 'Nothing to undo' : `Undo: ${last}`}
      >
        <Undo2 size={15} aria-hidden />
      </Button>
      <Button
        type="button"
        onClick={redo}
        disabled={next === undefined}
        aria-label="Redo"
        title={next === undefined ? 'Nothing to redo' : `Redo: ${next}`}
      >
        <Redo2 size={15} aria-hidden />
      </Button>
    </>
  );
}

/** Goes to the proofs of every size filled from every model. */
function ProveOnAll() {
  const id = useBoard((board) => board.format.id);
  return (
    <Button asChild>
      <Link href={`/formats/${id}/proofs`} title="Every size, filled from every model">
        Prove on all…
      </Link>
    </Button>
  );
}

/** Writes the sheet as it is on the desk. */
function ExportMenu() {
  const store = useBoardStore();
  const [problem, setProblem] = useState<string>();
  const write = async (kind: ExportKind) => {
    setProblem(undefined);
    const written = await exportFromDesk(openBoard(store)!, kind);
    if (!written.ok) setProblem(written.reason);
  };
  return (
    <Box position="relative">
      <Menu
        entries={FILE_KINDS}
        placement="bottom-end"
        onChoose={(kind) => void write(kind as ExportKind)}
        trigger={(props) => (
          <Button type="button" look="primary" {...props}>
            Export <ChevronDown size={14} aria-hidden />
          </Button>
        )}
      />
      {problem && <ExportProblem>{problem}</ExportProblem>}
    </Box>
  );
}

'use client';

import { Box, Flex } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { TRIAL } from '../../core/drawing/drawing';
import { goneFrom, goneWords, modelsOnSheet } from '../../core/drawing/sheets';
import { lossesOn } from '../../core/drawing/resizing';
import type { Lacking } from '../../core/drawing/finishing';
import type { Revising } from '../../core/drawing/revising';
import type { Box as SheetBox } from '../../core/geometry/box';
import { SUPPLIED } from '../../core/property/supplied';
import type { RevisionRow } from '../../core/revision/rows';
import type { Report } from '../../core/scene/report';
import { Button } from '../controls/button';
import { Choice } from '../controls/choice';
import { Problem } from '../controls/field';
import { LoadProblem } from '../controls/load-problem';
import { useModelStore } from '../data/use-model-store';
import { SavingWords } from '../saving/saving-words';
import { useFitKey } from '../sheet/use-fit-key';
import { ScaleAndFit } from '../sheet/scale-and-fit';
import { ViewContext, type ViewStore, createViewStore } from '../sheet/view-store';
import { Screen } from '../shell/screen';
import type { AnswerFields } from './answer-field';
import { AskedPane } from './asked-pane';
import { ClashStrip } from './clash-strip';
import { DrawingSheet } from './drawing-sheet';
import type { Changed, OpenDrawing, Untaken } from './drawing-store';
import type { Signing } from './signature-row';
import { TakesOffStrip } from './takes-off-strip';
import { RevisionsPane } from './revisions-pane';
import { ExportDrawing } from './export-drawing';
import { FilledElsewhereButton } from './filled-elsewhere';
import { FinishButton } from './finish-button';
import { ReopenButton, SinceStrip, usePrintedOtherwise } from './since-strip';
import { SHEET_PANEL, SheetTabs } from './sheet-tabs';
import { SheetsPane } from './sheets-pane';
import { useDrawing } from './use-drawing';
import { useSheetViews } from './use-sheet-views';
import { ViewsOnSheet } from '../views/views-on-sheet';
import { ViewsPane } from '../views/views-pane';
import { sourcesOf, usePlan, useSheet } from './use-sheets';
import { LookingOnly, OnlyFor, useWhyNot } from '../data/me';
import { KeptAside } from './moving/kept-aside';
import { UndoStrip } from './moving/undo-strip';
import { type WantedMove, offeredMove } from './moving/ways-to-move';
import { useLocked } from './use-locked';

const MoveDialog = dynamic(() => import('./moving/move-dialog').then((module) => module.MoveDialog), { ssr: false });
const HistoryDialog = dynamic(() => import('./history/history-dialog').then((module) => module.HistoryDialog), {
  ssr: false,
});

type Pane = 'views' | 'asked' | 'revisions' | 'sheets';
const PANES = [
  { value: 'views', label: 'Views' },
  { value: 'asked', label: 'Asked' },
  { value: 'revisions', label: 'Revisions' },
  { value: 'sheets', label: 'Sheets' },
] as const;

/** Where what is lacking is mended; everything else under *Asked*. */
const PANE_OF: Partial<Record<Lacking['kind'], Pane>> = { coarse: 'views', gone: 'sheets', revision: 'revisions' };

/** A drawing open: the sheet with only its asked values alive, what is asked beside it. */
export function DrawingScreen({ id }: { id: string }) {
  const { store, open, problem, saving, untaken } = useDrawing(id);
  const change = useCallback((changed: Changed) => store.change(changed), [store]);
  const [focused, setFocused] = useState<string>();
  const fields: AnswerFields = useRef(new Map());
  const [view] = useState(createViewStore);
  const [moved, setMoved] = useState(false);
  useFitKey(view);
  const { status } = useModelStore((models) => {
    if (!open || !concerns(open, models)) return;
    setMoved(true);
    void store.load();
  });
  const changes = status?.models.find((model) => model.specimen === open?.drawing.specimen)?.changes ?? [];
  const [preview, setPreview] = useState<readonly RevisionRow[]>();
  const plan = usePlan(open, preview);
  const planned = plan.sheets;
  const [wanted, setWanted] = useState(1);
  const shown = planned[Math.min(wanted, planned.length) - 1];
  const sheet = useSheet(plan, shown);
  const views = useSheetViews(open, shown, change);
  useNewestRevision(preview, sheet, view, setWanted);
  const [pane, setPane] = useState<Pane>('asked');
  const [resized, setResized] = useState<{ size: string; losses: string[] }>();
  const resize = (sizeId: string) => {
    if (!open) return;
    const size = open.formats[0]!.edition.document.sizes.find(({ id }) => id === sizeId)!.name;
    setResized({ size, losses: lossesOn(sizeId, open.drawing, sourcesOf(open), open.resources) });
    change({ sizeId });
  };
  const revise = useCallback((revising: Revising) => store.revise(revising), [store]);
  const untake = useCallback((key: string, one: Untaken | undefined) => store.untake(key, one), [store]);
  const signing = useMemo(
    (): Signing => ({
      onSign: (of, paper) => store.sign(of, paper),
      onWithdraw: (of) => store.withdrawSignature(of),
    }),
    [store],
  );
  const goTo = (lacking: Lacking) => {
    if ('sheet' in lacking) setWanted(lacking.sheet);
    setPane(PANE_OF[lacking.kind] ?? 'asked');
  };
  const drawing = open?.drawing;
  const locked = useLocked(open);
  const mayNot = useWhyNot('drafter');
  const otherwise = usePrintedOtherwise(open);
  const [wantedMove, setWantedMove] = useState<WantedMove>();
  const [isHistory, setIsHistory] = useState(false);
  const offered = open && mayNot === undefined ? offeredMove(open) : undefined;
  const undo = useCallback((one: string) => store.undoMove(one), [store]);
  return (
    <Screen
      plate={[
        { caption: 'Drawing', value: drawing ? `${drawing.number || TRIAL} ${drawing.title}` : '…', wide: true },
        {
          caption: 'Model',
          value: drawing ? [drawing.modelName, drawing.variant].filter(Boolean).join(' · ') : '…',
          width: '220px',
        },
        {
          caption: 'Format',
          value: drawing ? `${drawing.formatName}, edition ${drawing.edition}` : '…',
          width: '220px',
        },
        { caption: 'Revision', value: drawing ? (drawing.revision ?? '–') : '…', width: '70px' },
        {
          caption: 'Sheet',
          value: shown ? `${shown.place.number} of ${shown.place.total}` : '…',
          width: '80px',
        },
        { caption: 'State', value: drawing?.state ?? '…', width: '110px' },
        { caption: 'Saved', value: <SavingWords kind={saving.kind} />, width: '230px' },
      ]}
    >
      <LoadProblem problem={problem} onRetry={() => void store.load()} />
      {open && drawing && (
        <Flex direction="column" height="100%">
          <Flex
            align="center"
            gap="10px"
            px="14px"
            height="40px"
            flexShrink={0}
            borderBottom="1px solid"
            borderColor="line"
          >
            <Box as="h1" fontWeight={600} fontSize="17px" mr="6px" whiteSpace="nowrap">
              {drawing.number || TRIAL}
            </Box>
            <Choice
              label="Sheet size"
              value={drawing.sizeId}
              options={open.formats[0]!.edition.document.sizes.map((size) => ({
                value: size.id,
                label: size.name,
              }))}
              onChange={(sizeId) => !locked && sizeId !== drawing.sizeId && resize(sizeId)}
            />
            <Box
              flex="1"
              minWidth={0}
              fontSize="14px"
              color="ochre"
              whiteSpace="nowrap"
              overflow="hidden"
              textOverflow="ellipsis"
            >
              {drawing.modelChanged
                ? `▲ The model gives something else now than when this drawing was finished. ${changes.join(' ')}`
                : drawing.number === ''
                  ? `Goes when edition ${drawing.edition} of ${drawing.formatName} is released.`
                  : moved
                    ? `▲ The model has changed: ${changes.join(' ')}`
                    : drawing.finishReason !== undefined && `Finished although not complete: ${drawing.finishReason}`}
              <LookingOnly role="drafter" />
              {saving.kind === 'refused' && (
                <Flex gap="8px" align="center">
                  <Problem>{saving.reason}</Problem>
                  <Button type="button" look="quiet" onClick={() => store.discard()}>
                    Look at what is stored
                  </Button>
                </Flex>
              )}
            </Box>
            <OnlyFor role="drafter">
              {drawing.state === 'finished' ? (
                <ReopenButton
                  open={open}
                  otherwise={otherwise}
                  onReopen={() => void store.setState('in work')}
                  move={
                    offered && {
                      words: offered.title,
                      onMove: () => setWantedMove({ ...offered, reopens: true }),
                    }
                  }
                />
              ) : drawing.number === '' ? null : (
                <FinishButton drawing={drawing} onFinish={(reason) => store.setState('finished', reason)} onGo={goTo} />
              )}
            </OnlyFor>
            <Button type="button" look="quiet" onClick={() => setIsHistory(true)}>
              History
            </Button>
            <ExportDrawing id={drawing.id} number={drawing.number || TRIAL} plan={plan} onGo={goTo} />
          </Flex>
          {saving.kind === 'clashes' && (
            <ClashStrip clashes={saving.clashes} open={open} onSettle={(clashesTo) => store.settle(clashesTo)} />
          )}
          {saving.kind === 'takes off' && (
            <TakesOffStrip signatures={saving.signatures} onSettle={(takeOff) => store.settleSignatures(takeOff)} />
          )}
          <GoneStrip open={open} />
          <SinceStrip
            open={open}
            otherwise={otherwise}
            move={
              offered && drawing.state === 'in work'
                ? { words: offered.title, onMove: () => setWantedMove(offered) }
                : undefined
            }
          />
          {!locked && <UndoStrip key={open.move?.id} open={open} onUndo={undo} />}
          {isHistory && <HistoryDialog open={open} locked={locked} onUndo={undo} onClose={() => setIsHistory(false)} />}
          {wantedMove && (
            <MoveDialog
              open={open}
              {...wantedMove}
              onMove={(moving) => store.move(moving)}
              onClose={() => setWantedMove(undefined)}
            />
          )}
          {resized && <Resized {...resized} onClose={() => setResized(undefined)} />}
          <Flex flex="1" minHeight={0}>
            <Flex direction="column" flex="1" minWidth={0}>
              <ViewContext value={view}>
                <Flex>
                  <Box flex="1" minWidth={0}>
                    <SheetTabs planned={planned} shown={shown?.place.number ?? 1} onShow={setWanted} />
                  </Box>
                  <Flex align="center" gap="6px" pr="10px" borderBottom="1px solid" borderColor="line">
                    <ScaleAndFit />
                  </Flex>
                </Flex>
                <Box flex="1" minHeight={0} id={SHEET_PANEL} role="tabpanel" aria-label="Sheet of the drawing">
                  <DrawingSheet
                    open={open}
                    sheet={sheet}
                    focused={focused}
                    fields={fields}
                    onFocus={setFocused}
                    onChange={change}
                    untaken={untaken}
                    onUntaken={untake}
                  >
                    {sheet.ok && views && (
                      <ViewsOnSheet
                        report={sheet.report}
                        setting={views.setting}
                        selected={views.selected}
                        locked={locked}
                        onSelect={(id) => {
                          views.onSelect(id);
                          setPane('views');
                        }}
                        onChange={views.onChange}
                      />
                    )}
                  </DrawingSheet>
                </Box>
              </ViewContext>
            </Flex>
            <Flex
              direction="column"
              width="310px"
              flexShrink={0}
              borderLeft="1px solid"
              borderColor="ink"
              bg="card"
              pb="10px"
            >
              <Flex px="12px" pt="8px">
                <Choice label="Beside the sheet" value={pane} options={PANES} onChange={setPane} />
              </Flex>
              <Box flex="1" minHeight={0} overflowY="auto">
                {pane === 'views' &&
                  (views ? (
                    <ViewsPane
                      {...views}
                      placed={sheet.ok ? sheet.report.views : undefined}
                      progress={plan.projections}
                      locked={locked}
                      canBeApart={views.assembly !== undefined}
                    />
                  ) : (
                    <Box px="12px" pt="10px" color="soft">
                      This sheet follows by itself, because a table goes on. It has no views.
                    </Box>
                  ))}
                {pane === 'asked' && (
                  <AskedPane
                    open={open}
                    sheet={sheet}
                    focused={focused}
                    fields={fields}
                    onChange={change}
                    untaken={untaken}
                    onUntaken={untake}
                    signing={signing}
                    shows={shown?.sheet.specimen ?? drawing.specimen}
                    onModelChanged={() => void store.load()}
                  />
                )}
                {pane === 'asked' && !locked && (
                  <Box px="12px" pt="12px">
                    <FilledElsewhereButton open={open} plan={plan} onChange={change} />
                  </Box>
                )}
                {pane === 'revisions' && (
                  <RevisionsPane open={open} onRevise={revise} preview={setPreview} signing={signing} />
                )}
                {pane === 'asked' && (
                  <KeptAside open={open} locked={locked} onPut={(place, to) => store.putAside(place, to)} />
                )}
                {pane === 'sheets' && (
                  <SheetsPane
                    open={open}
                    planned={planned}
                    onShow={setWanted}
                    onChange={change}
                    onMove={setWantedMove}
                  />
                )}
              </Box>
            </Flex>
          </Flex>
        </Flex>
      )}
    </Screen>
  );
}

/** Brings the table of revisions into view while a revision is being written: the sheet that has it, and the table in it. */
function useNewestRevision(
  preview: readonly RevisionRow[] | undefined,
  sheet: ReturnType<typeof useSheet>,
  view: ViewStore,
  onShow: (sheet: number) => void,
): void {
  const isWriting = preview !== undefined;
  const table = sheet.ok ? revisionTable(sheet.report) : undefined;
  const box = useRef(table);
  useEffect(() => {
    box.current = table;
  });
  useEffect(() => {
    if (!isWriting) return;
    if (box.current) view.getState().frame(box.current);
    else onShow(1);
  }, [isWriting, view, onShow]);
  // The sheet that has it is there now.
  const isThere = table !== undefined;
  useEffect(() => {
    if (isWriting && isThere && box.current) view.getState().frame(box.current);
  }, [isWriting, isThere, view]);
}

/** The box of the table of revisions on a sheet: the block that prints what they changed. */
function revisionTable({ blocks, cells }: Report): SheetBox | undefined {
  const cell = cells.find(({ trace }) => trace.some(({ property }) => property === SUPPLIED.revisionDescription));
  return blocks.find(({ id }) => id === cell?.block)?.box;
}

/** Whether models that changed are the drawing's own, or among its components however deep. */
function concerns({ drawing, office }: OpenDrawing, models: readonly string[]): boolean {
  const seen = new Set<string>();
  const waiting = [drawing.specimen, ...drawing.sheets.flatMap(modelsOnSheet)];
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    if (seen.has(id)) continue;
    seen.add(id);
    const specimen = office.specimens.find((one) => one.id === id);
    waiting.push(...(specimen?.components.map((component) => component.specimen) ?? []));
  }
  return models.some((id) => seen.has(id));
}

/** Says that the variant or the model of a sheet is gone, and what prints in its place. */
function GoneStrip({ open }: { open: OpenDrawing }) {
  const gone = useMemo(() => goneFrom(open.drawing, sourcesOf(open)), [open]);
  if (gone.length === 0) return null;
  return (
    <Box role="alert" px="14px" py="5px" fontSize="14px" color="vermilion" borderBottom="1px solid" borderColor="line">
      {gone.map((one) => (
        <Box key={goneWords(one)}>■ {goneWords(one)}</Box>
      ))}
    </Box>
  );
}

/** What no longer fits after the drawing's size was changed, or that all does. */
function Resized({ size, losses, onClose }: { size: string; losses: string[]; onClose: () => void }) {
  return (
    <Flex
      role="status"
      aria-label="After the change of size"
      gap="8px"
      px="14px"
      py="5px"
      fontSize="14px"
      bg="card"
      borderBottom="1px solid"
      borderColor="line"
    >
      <Box flex="1" minWidth={0} maxHeight="88px" overflowY="auto">
        {losses.length === 0 ? (
          <Box color="pine">● On {size} everything fits as it did; answers and revisions are kept.</Box>
        ) : (
          losses.map((words) => (
            <Box key={words} color="ochre">
              ▲ On {size}: {words}
            </Box>
          ))
        )}
      </Box>
      <Button type="button" look="quiet" aria-label="Close the report" onClick={onClose}>
        ×
      </Button>
    </Flex>
  );
}

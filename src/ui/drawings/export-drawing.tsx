'use client';

import { Box } from '@chakra-ui/react';
import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import { exportDrawing } from '../../contract/drawings';
import type { ExportKind } from '../../core/exchange/export-kinds';
import type { Lacking } from '../../core/drawing/finishing';
import { partsCsv } from '../../core/drawing/parts-csv';
import { composePlanned } from '../../core/scene/planning';
import { Button } from '../controls/button';
import { Dialog } from '../controls/dialog';
import { Menu } from '../controls/menu';
import { type RequestFailed, askForFile } from '../data/request';
import { saveFile, saveText } from '../data/save-file';
import { ExportProblem } from '../sheet/export-problem';
import { FILE_KINDS } from '../sheet/file-kinds';
import { LackingList } from './lacking-list';
import type { Plan } from './use-sheets';

const WRITING = 'The file is written as soon as all its views are there';

/** Stands in the menu of files for the parts list alone. */
const PARTS_CSV = 'parts';

/** Writes the drawing; with something unanswered or wrong it asks first. */
export function ExportDrawing(props: { id: string; number: string; plan: Plan; onGo: (lacking: Lacking) => void }) {
  const { id, number, plan, onGo } = props;
  const [problem, setProblem] = useState<string>();
  const [asking, setAsking] = useState<{ kind: ExportKind; open: string[]; lacking: Lacking[] }>();
  const [writing, setWriting] = useState(false);
  const write = async (kind: ExportKind, asItIs: boolean) => {
    setProblem(undefined);
    setAsking(undefined);
    setWriting(true);
    try {
      await saveFile(await askForFile(exportDrawing, { params: { id }, body: { kind, asItIs } }), `${number}.${kind}`);
    } catch (error) {
      const { open, lacking } = ((error as RequestFailed).detail ?? {}) as { open?: string[]; lacking?: Lacking[] };
      if (open && lacking) setAsking({ kind, open, lacking });
      else setProblem((error as Error).message);
    }
    setWriting(false);
  };
  const writeParts = () => {
    const { sheets, resources } = plan;
    const composed = sheets.flatMap((sheet) => {
      const made = resources && composePlanned(sheet, resources);
      return made?.ok ? [{ document: sheet.document, report: made.report }] : [];
    });
    const csv = partsCsv(composed);
    setProblem(csv === undefined ? 'The sheets of this drawing have no parts list.' : undefined);
    if (csv !== undefined) saveText(csv, `${number}-parts.csv`);
  };
  return (
    <Box position="relative">
      <Menu
        entries={[...FILE_KINDS, { value: PARTS_CSV, words: 'CSV of the parts list' }]}
        placement="bottom-end"
        onChoose={(kind) => (kind === PARTS_CSV ? writeParts() : void write(kind as ExportKind, false))}
        trigger={(props) => (
          <Button type="button" look="primary" {...props} disabled={writing} title={writing ? WRITING : undefined}>
            {writing ? 'Writing…' : 'Export'} <ChevronDown size={14} aria-hidden />
          </Button>
        )}
      />
      {problem && <ExportProblem>{problem}</ExportProblem>}
      <Dialog
        open={asking !== undefined}
        title={`${number} is not complete`}
        onClose={() => setAsking(undefined)}
        footer={
          <>
            <Button type="button" onClick={() => setAsking(undefined)}>
              Complete it first
            </Button>
            <Button look="primary" type="button" onClick={() => void write(asking!.kind, true)}>
              Export as it is
            </Button>
          </>
        }
      >
        {asking && asking.lacking.length > 0 && (
          <LackingList
            lacking={asking.lacking}
            onGo={(one) => {
              setAsking(undefined);
              onGo(one);
            }}
          />
        )}
        {asking && asking.open.length > 0 && (
          <Box>
            Nobody has answered {asking.open.join(', ')}. The sheet prints there what the format says: nothing, a dash,
            or a line for the pen.
          </Box>
        )}
      </Dialog>
    </Box>
  );
}

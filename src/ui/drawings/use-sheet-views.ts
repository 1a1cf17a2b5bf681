import { useMemo, useState } from 'react';
import { keepApart } from '../../contract/specimens';
import type { DrawnSheet } from '../../core/drawing/sheets';
import { sectionedParts } from '../../core/drawing/viewed';
import { refuse } from '../../core/refusal';
import type { PlannedSheet } from '../../core/scene/planning';
import type { Moves } from '../../core/specimen/moves';
import { NO_VIEWS } from '../../core/view/changing';
import type { SheetViews } from '../../core/view/view';
import type { Changed, OpenDrawing } from './drawing-store';
import { ask } from '../data/request';
import type { KeptApart } from '../views/pulled-apart';
import { sourcesOf } from './use-sheets';

export interface SheetViewsInHand {
  setting: SheetViews;
  /** Of an assembly: the names of its parts, and of those that sections usually leave whole, and how it is pulled apart. */
  assembly: { all: string[]; usuallyWhole: string[]; kept: KeptApart } | undefined;
  /** The view that is selected, by its id. */
  selected: string | undefined;
  onSelect: (id: string | undefined) => void;
  onChange: (setting: SheetViews) => void;
}

/** The views of a drawing's sheet, to be changed; undefined for one that follows by itself. */
export function useSheetViews(
  open: OpenDrawing | undefined,
  shown: PlannedSheet<DrawnSheet> | undefined,
  onChange: (changed: Changed) => void,
): SheetViewsInHand | undefined {
  const [selected, onSelect] = useState<string>();
  /** What was kept with an assembly since the drawing was opened. */
  const [keptNow, setKeptNow] = useState<{ specimen: string; moves: Moves }>();
  const specimen = shown?.sheet.specimen ?? open?.drawing.specimen;
  const assembly = useMemo(() => {
    const models = open && sourcesOf(open).models;
    const model = specimen === undefined ? undefined : models?.specimens.get(specimen);
    if (!models || !model || model.components.length === 0) return undefined;
    const kept: KeptApart = {
      name: model.name,
      moves: (keptNow?.specimen === model.id ? keptNow.moves : model.apart) ?? {},
      onKeep: async (moves) => {
        try {
          await ask(keepApart, { params: { id: model.id }, body: { apart: moves } });
        } catch (error) {
          return refuse((error as Error).message);
        }
        setKeptNow({ specimen: model.id, moves });
        return { ok: true };
      },
    };
    return { ...sectionedParts(model, models), kept };
  }, [open, specimen, keptNow]);
  if (!open || !shown || shown.follows) return undefined;
  const { id } = shown.sheet;
  const { sheets } = open.drawing;
  return {
    setting: shown.sheet.views ?? NO_VIEWS,
    assembly,
    selected,
    onSelect,
    onChange: (setting) => {
      const put = ({ views: _, ...sheet }: (typeof sheets)[number]) =>
        setting.views.length > 0 ? { ...sheet, views: setting } : sheet;
      onChange({ sheets: sheets.map((sheet) => (sheet.id === id ? put(sheet) : sheet)) });
    },
  };
}

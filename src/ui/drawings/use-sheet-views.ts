import { useState } from 'react';
import type { DrawnSheet } from '../../core/drawing/sheets';
import type { PlannedSheet } from '../../core/scene/planning';
import { NO_VIEWS } from '../../core/view/changing';
import type { SheetViews } from '../../core/view/view';
import type { Changed, OpenDrawing } from './drawing-store';

export interface SheetViewsInHand {
  setting: SheetViews;
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
  if (!open || !shown || shown.follows) return undefined;
  const { id } = shown.sheet;
  const { sheets } = open.drawing;
  return {
    setting: shown.sheet.views ?? NO_VIEWS,
    selected,
    onSelect,
    onChange: (setting) => {
      const put = ({ views: _, ...sheet }: (typeof sheets)[number]) =>
        setting.views.length > 0 ? { ...sheet, views: setting } : sheet;
      onChange({ sheets: sheets.map((sheet) => (sheet.id === id ? put(sheet) : sheet)) });
    },
  };
}

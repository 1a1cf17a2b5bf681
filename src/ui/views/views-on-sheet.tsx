'use client';

import { Box } from '@chakra-ui/react';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import { top } from '../../core/geometry/box';
import type { Report } from '../../core/scene/report';
import { withChanged, withMoved, withPartMoved, withoutView } from '../../core/view/changing';
import type { SheetViews } from '../../core/view/view';
import { toDesk, useView } from '../sheet/view-store';
import { PartGrips } from './part-grips';

const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** What is said at a view that is not seen as it prints: sign, words and colour. */
const STANDINGS = {
  waiting: { words: '… being projected', color: 'soft' },
  preview: { words: '▲ preview, not exact', color: 'ochre' },
  failed: { words: '■ could not be projected', color: 'vermilion' },
};

/**
 * The views of a sheet where they stand: each is taken by the pointer or gone to with Tab, and moved along its lines of projection. Arrows
 * move by a millimetre, with Shift by ten; F frees it of projection or puts it back; Delete takes it away.
 */
export function ViewsOnSheet(props: {
  report: Report;
  setting: SheetViews;
  selected: string | undefined;
  locked: boolean;
  onSelect: (id: string) => void;
  onChange: (setting: SheetViews) => void;
}) {
  const { report, setting, selected, locked, onSelect, onChange } = props;
  const { k, x, y } = useView((state) => state.view);
  const from = useRef<{ x: number; y: number; setting: SheetViews }>(undefined);
  const take = (id: string, event: PointerEvent<HTMLElement>) => {
    onSelect(id);
    if (locked || event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    from.current = { x: event.clientX, y: event.clientY, setting };
  };
  const move = (id: string, event: PointerEvent<HTMLElement>) => {
    const begun = from.current;
    if (!begun) return;
    const by = { x: (event.clientX - begun.x) / k, y: -(event.clientY - begun.y) / k };
    if (Math.hypot(by.x, by.y) * k < 3) return;
    onChange(withMoved(begun.setting, id, by));
  };
  const press = (id: string, event: KeyboardEvent<HTMLElement>) => {
    if (locked) return;
    const step = STEPS[event.key];
    const [length, view] = [event.shiftKey ? 10 : 1, setting.views.find((one) => one.id === id)];
    if (step) onChange(withMoved(setting, id, { x: step[0] * length, y: step[1] * length }));
    else if (event.key === 'Delete') onChange(withoutView(setting, id));
    else if (event.key.toLowerCase() === 'f' && !event.ctrlKey && !event.metaKey)
      onChange(withChanged(setting, id, { free: view?.free ? undefined : true }));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const inHand = report.views?.placed.find(({ id }) => id === selected);
  return (
    <>
      {report.views?.placed.map(({ id, name, box, standing }) => {
        const at = toDesk({ k, x, y }, report.sheet.height, { x: box.x, y: top(box) });
        return (
          <Box
            key={id}
            as="button"
            aria-label={standing ? `${name}, ${STANDINGS[standing].words.slice(2)}` : name}
            aria-pressed={selected === id}
            title={locked ? name : `${name}. Drag it; F frees it of projection.`}
            position="absolute"
            left={`${at.x}px`}
            top={`${at.y}px`}
            width={`${box.width * k}px`}
            height={`${box.height * k}px`}
            cursor={locked ? 'default' : 'move'}
            outline={selected === id ? '2px solid #7A2E5D' : 'none'}
            outlineOffset="2px"
            _hover={{ bg: '#7A2E5D0d' }}
            _focusVisible={{ outline: '2px solid #7A2E5D' }}
            style={{ touchAction: 'none' }}
            onPointerDown={(event) => take(id, event)}
            onPointerMove={(event) => move(id, event)}
            onPointerUp={() => (from.current = undefined)}
            onPointerCancel={() => (from.current = undefined)}
            onKeyDown={(event) => press(id, event)}
          >
            {standing && (
              <Box
                position="absolute"
                left="0"
                bottom="-4px"
                transform="translateY(100%)"
                paddingX="6px"
                borderRadius="2px"
                bg="paper"
                fontSize="12px"
                lineHeight="18px"
                whiteSpace="nowrap"
                pointerEvents="none"
                color={STANDINGS[standing].color}
              >
                {STANDINGS[standing].words}
              </Box>
            )}
          </Box>
        );
      })}
      {inHand?.apart && !locked && (
        <PartGrips
          key={inHand.id}
          apart={inHand.apart}
          sheetHeight={report.sheet.height}
          onMove={(part, by) => onChange(withPartMoved(setting, inHand.id, part, by))}
        />
      )}
    </>
  );
}

'use client';

import { Box, chakra } from '@chakra-ui/react';
import { DndContext, KeyboardSensor, PointerSensor, closestCenter, useSensor, useSensors } from '@dnd-kit/core';
import {
  SortableContext,
  arrayMove,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import type { ReactNode } from 'react';

/** A list whose items are put into another order by dragging their grips, or with Space and the arrows. */
export function SortableList({
  ids,
  onMove,
  children,
}: {
  ids: string[];
  onMove: (order: string[]) => void;
  children: ReactNode;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  return (
    <DndContext
      id="sortable"
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={({ active, over }) => {
        const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over?.id))];
        if (from >= 0 && to >= 0 && from !== to) onMove(arrayMove(ids, from, to));
      }}
    >
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}

const Grip = chakra('button', {
  base: {
    position: 'absolute',
    right: '1px',
    top: '5px',
    width: '13px',
    color: 'soft',
    cursor: 'grab',
    touchAction: 'none',
    opacity: 0.55,
    _hover: { opacity: 1 },
    _focusVisible: { opacity: 1 },
  },
});

/**
 * One item of a sortable list, with its grip at the right. Where the list has keys of its own for moving, the grip is for
 * the pointer alone.
 */
export function SortableItem(props: { id: string; name: string; pointerOnly?: boolean; children: ReactNode }) {
  const { id, name, pointerOnly, children } = props;
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  return (
    <Box
      ref={setNodeRef}
      role="group"
      position="relative"
      zIndex={isDragging ? 1 : undefined}
      opacity={isDragging ? 0.7 : undefined}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      {children}
      <Grip
        ref={setActivatorNodeRef}
        type="button"
        {...(pointerOnly ? { 'aria-hidden': true, tabIndex: -1 } : { ...attributes, 'aria-label': `Move ${name}` })}
        {...listeners}
        title="Drag to another place"
      >
        <GripVertical size={13} aria-hidden />
      </Grip>
    </Box>
  );
}

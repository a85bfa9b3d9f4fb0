import { closestCenter, DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import type { CSSProperties, ReactNode } from 'react';

/** A press becomes a drag after so many px, so that items can still be pressed. */
const DRAG_FROM_PX = 6;

/** Items that can be dragged into another order. What is dragged where is told in terms of the order on screen. */
export function SortableList({
  ids,
  onMove,
  children,
}: {
  ids: readonly string[];
  /** The dragged item, and the one whose place it takes. */
  onMove(id: string, over: string): void;
  children: ReactNode;
}) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: DRAG_FROM_PX } }));
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={({ active, over }) => {
        if (over && over.id !== active.id) onMove(String(active.id), String(over.id));
      }}
    >
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}

/** What an item of a sortable list puts on its element and on its handle. */
export function useSortableItem(id: string): {
  ref(element: HTMLElement | null): void;
  style: CSSProperties;
  handle: Record<string, unknown>;
} {
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({ id });
  return {
    ref: setNodeRef,
    style: {
      transform: CSS.Translate.toString(transform),
      transition,
      ...(isDragging ? { opacity: 0.75, position: 'relative', zIndex: 20 } : {}),
    },
    handle: listeners ?? {},
  };
}

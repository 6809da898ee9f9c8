'use client';

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
import { type ReactNode, useId } from 'react';

/**
 * A list whose order somebody chooses, by dragging or by keyboard; each move is said aloud.
 * @param ids in their order
 * @param nameOf what one is called, for whoever hears it
 * @param onOrder is told the new order, and what was moved from which place to which
 */
export function Sortable({
  ids,
  nameOf,
  label,
  onOrder,
  children,
}: {
  ids: readonly string[];
  nameOf: (id: string) => string;
  label: string;
  onOrder: (ids: string[], from: number, to: number) => void;
  children: ReactNode;
}) {
  const id = useId();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  type Held = { id: unknown };
  const name = ({ id: one }: Held) => nameOf(String(one));
  const place = ({ id: one }: Held) => `place ${ids.indexOf(String(one)) + 1} of ${ids.length}`;
  const announcements = {
    onDragStart: ({ active }: { active: Held }) => `Picked up ${name(active)}, ${place(active)}.`,
    onDragOver: ({ active, over }: { active: Held; over: Held | null }) =>
      over ? `${name(active)} is over ${place(over)}.` : undefined,
    onDragEnd: ({ active, over }: { active: Held; over: Held | null }) =>
      over ? `Put down ${name(active)} at ${place(over)}.` : `${name(active)} stays.`,
    onDragCancel: ({ active }: { active: Held }) => `${name(active)} stays where it was.`,
  };
  return (
    <DndContext
      id={id}
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={{ announcements }}
      onDragEnd={({ active, over }) => {
        if (!over || active.id === over.id) return;
        const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over.id))];
        onOrder(arrayMove([...ids], from, to), from, to);
      }}
    >
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        <ol className="mt-3" aria-label={label}>
          {children}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

/** One of such a list, with what it is moved by. */
export function SortableItem({
  id,
  name,
  className = 'items-center',
  children,
}: {
  id: string;
  name: string;
  className?: string;
  children: ReactNode;
}) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`rule-t flex gap-2 bg-ground py-1 ${className} ${isDragging ? 'relative z-10 outline-3 outline-ink' : ''}`}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        className="button button-quiet cursor-grab"
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}`}
      >
        <GripVertical aria-hidden="true" size={18} />
      </button>
      {children}
    </li>
  );
}

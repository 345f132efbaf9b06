"use client";

import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { GripVertical } from "lucide-react";
import type { ReactNode } from "react";

interface ListProps<Item> {
  items: readonly Item[];
  idOf: (item: Item) => string;
  /** What an item is called, for those who hear it. */
  nameOf: (item: Item) => string;
  onOrder: (items: Item[]) => void;
  children: (item: Item) => ReactNode;
}

/** A list that is put in order: by dragging, or with Space on a handle, the arrows, and Space again. */
export function SortableList<Item>({ items, idOf, nameOf, onOrder, children }: ListProps<Item>) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ids = items.map(idOf);
  const told = (id: string | number) => nameOf(items[ids.indexOf(String(id))]!);
  const place = (id: string | number | undefined) => `place ${ids.indexOf(String(id)) + 1} of ${ids.length}`;
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={({ active, over }) => {
        if (over !== null && active.id !== over.id)
          onOrder(arrayMove([...items], ids.indexOf(String(active.id)), ids.indexOf(String(over.id))));
      }}
      accessibility={{
        screenReaderInstructions: {
          draggable: "Space picks it up, the arrows move it, Space puts it down, Escape leaves it where it was.",
        },
        announcements: {
          onDragStart: ({ active }) => `${told(active.id)} is picked up, at ${place(active.id)}.`,
          onDragOver: ({ active, over }) => (over === null ? undefined : `${told(active.id)}: ${place(over.id)}.`),
          onDragEnd: ({ active, over }) => `${told(active.id)} is put down at ${place(over?.id ?? active.id)}.`,
          onDragCancel: ({ active }) => `${told(active.id)} stays where it was.`,
        },
      }}
    >
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        <ul className="divide-y divide-line">
          {items.map((item, at) => (
            <SortableItem key={ids[at]} id={ids[at]!} name={nameOf(item)}>
              {children(item)}
            </SortableItem>
          ))}
        </ul>
      </SortableContext>
    </DndContext>
  );
}

function SortableItem({ id, name, children }: { id: string; name: string; children: ReactNode }) {
  const { setNodeRef, setActivatorNodeRef, attributes, listeners, transform, transition, isDragging } = useSortable({
    id,
  });
  return (
    <li
      ref={setNodeRef}
      className={`flex items-center gap-1 bg-panel py-0.5 ${isDragging ? "relative z-10 bg-signal-wash" : ""}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <button
        ref={setActivatorNodeRef}
        type="button"
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}`}
        className="cursor-grab touch-none rounded-field p-1 text-soft hover:text-signal"
      >
        <GripVertical size={14} aria-hidden />
      </button>
      {children}
    </li>
  );
}

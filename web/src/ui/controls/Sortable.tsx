import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  arrayMove,
  horizontalListSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import type { ReactNode } from 'react';

/** A list that is put in order by dragging a handle, or by keys: Space on the handle takes it, arrows move it, Space lets it go. */
export function Sortable({
  ids,
  onOrder,
  isAcross = false,
  children,
}: {
  ids: readonly string[];
  /** Told the ids in their new order. */
  onOrder: (ids: string[]) => void;
  /** Side by side, rather than one below the other. */
  isAcross?: boolean;
  children: ReactNode;
}) {
  const sensors = useSensors(
    // A click on what is dragged stays a click.
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const end = ({ active, over }: DragEndEvent) => {
    const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over?.id))];
    if (from >= 0 && to >= 0 && from !== to) onOrder(arrayMove([...ids], from, to));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={end}>
      <SortableContext
        items={[...ids]}
        strategy={isAcross ? horizontalListSortingStrategy : verticalListSortingStrategy}
      >
        {children}
      </SortableContext>
    </DndContext>
  );
}

/** One of them: where it is while something is dragged, and the handle that it is dragged by. */
export function useSorted(id: string, name: string, isFixed = false) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id,
    disabled: isFixed,
  });
  return {
    ref: setNodeRef,
    style: { transform: CSS.Translate.toString(transform), transition, zIndex: isDragging ? 5 : undefined },
    handle: isFixed ? null : (
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}`}
        className="grid size-6 shrink-0 cursor-grab touch-none place-items-center text-soft hover:text-ink"
      >
        <GripVertical size={13} aria-hidden="true" />
      </button>
    ),
  };
}

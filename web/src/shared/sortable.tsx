import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import type { ReactNode } from 'react';

interface SortableListProps {
  readonly ids: readonly string[];
  readonly onMove: (from: number, to: number) => void;
  readonly children: ReactNode;
}

/** A list whose rows are dragged into another order, by hand or with the space bar and the arrow keys. */
export function SortableList({ ids, onMove, children }: SortableListProps) {
  const sensors = useSensors(
    // A press that hardly moves is a press.
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={({ active, over }) => {
        const [from, to] = [ids.indexOf(String(active.id)), over ? ids.indexOf(String(over.id)) : -1];
        if (from >= 0 && to >= 0 && from !== to) onMove(from, to);
      }}
    >
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}

/** One row, held at its grip; without a name for the grip it stays where it is. */
export function SortableRow({ id, grip, className, children }: { id: string; grip: string | null; className: string; children: ReactNode }) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id, disabled: grip === null });
  return (
    <li
      ref={setNodeRef}
      className={`${className} ${isDragging ? 'relative z-10 shadow' : ''}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      {grip !== null && (
        <button
          type="button"
          ref={setActivatorNodeRef}
          className="btn btn-ghost btn-xs cursor-grab touch-none px-1"
          {...attributes}
          {...listeners}
          aria-label={grip}
        >
          <GripVertical size={14} aria-hidden />
        </button>
      )}
      {children}
    </li>
  );
}

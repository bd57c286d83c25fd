import {
  closestCenter,
  DndContext,
  DragOverlay,
  KeyboardCode,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
  type KeyboardCoordinateGetter,
} from '@dnd-kit/core';
import { useState, type PropsWithChildren } from 'react';
import { createPortal } from 'react-dom';
import type { ReferenceBrief } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { PreviewCard } from '../ui/preview';
import { usePalette } from '../ui/use-desk-theme';
import type { WallOrder } from './wall-order';

/** How long a finger rests before it takes a picture up, and how far it may wander meanwhile, pixels. */
const REST = { delay: 260, tolerance: 8 };
/** A mouse takes a picture up once it has gone so far, so that a touch alone does not. */
const PULL = { distance: 4 };

interface OrderCellsProps {
  readonly places: WallOrder;
  readonly total: number;
  readonly cell: number;
  /** From one row, and from one column, to the next, pixels. */
  readonly step: { readonly x: number; readonly y: number };
  readonly onMove: (reference: Id, after: Id | null) => Promise<unknown>;
}

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  [KeyboardCode.Left]: [-1, 0],
  [KeyboardCode.Right]: [1, 0],
  [KeyboardCode.Up]: [0, -1],
  [KeyboardCode.Down]: [0, 1],
};

/** The pictures of a wall while their order is changed: dragged, or picked up and carried by keys. */
export function OrderCells({
  places,
  total,
  cell,
  step,
  onMove,
  children,
}: PropsWithChildren<OrderCellsProps>) {
  const [held, setHeld] = useState<ReferenceBrief | null>(null);
  const byCells: KeyboardCoordinateGetter = (event, { currentCoordinates: { x, y } }) => {
    const [across, down] = STEPS[event.code] ?? [0, 0];
    if (across === 0 && down === 0) return undefined;
    event.preventDefault();
    return { x: x + across * step.x, y: y + down * step.y };
  };
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: PULL }),
    useSensor(TouchSensor, { activationConstraint: REST }),
    useSensor(KeyboardSensor, { coordinateGetter: byCells }),
  );
  const titleAt = (place: string | number): string => places.get(Number(place))?.title ?? 'The picture';
  const placeOf = (place: string | number): string => `place ${Number(place) + 1} of ${total}`;
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${titleAt(active.id)} is picked up from ${placeOf(active.id)}.`,
    onDragOver: ({ over }) => (over ? `Over ${placeOf(over.id)}.` : undefined),
    onDragEnd: ({ active, over }) =>
      over ? `${held?.title ?? titleAt(active.id)} is now at ${placeOf(over.id)}.` : 'It stays where it was.',
    onDragCancel: () => 'It stays where it was.',
  };
  const end = ({ active, over, activatorEvent }: DragEndEvent): void => {
    setHeld(null);
    if (!over) return;
    places.carry(Number(active.id), Number(over.id), onMove);
    // The keys go on with the picture where it lies now.
    if (activatorEvent instanceof KeyboardEvent)
      document.querySelector<HTMLElement>(`[data-place="${over.id}"]`)?.focus();
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={{
        restoreFocus: false,
        announcements,
        screenReaderInstructions: {
          draggable:
            'Press Enter to pick the picture up, the arrow keys to carry it, Enter to lay it down, Escape to leave it.',
        },
      }}
      onDragStart={({ active }) => setHeld(places.get(Number(active.id)) ?? null)}
      onDragEnd={end}
      onDragCancel={() => setHeld(null)}
    >
      {children}
      {createPortal(
        // Beside the screens: within them it would be placed from their corner instead of the window's.
        <DragOverlay dropAnimation={null}>
          {held ? <PreviewCard reference={held} width={cell} onPress={() => undefined} /> : null}
        </DragOverlay>,
        document.body,
      )}
    </DndContext>
  );
}

/** One picture of a wall whose order is changed, and the place that another can be laid on. */
export function OrderCell({
  place,
  reference,
  width,
}: {
  readonly place: number;
  readonly reference: ReferenceBrief;
  readonly width: number;
}) {
  const palette = usePalette();
  const { setNodeRef: setPlace, isOver, active } = useDroppable({ id: String(place) });
  const { setNodeRef, listeners, attributes, isDragging } = useDraggable({ id: String(place) });
  const edge = Number(active?.id) < place ? 'Right' : 'Left';
  return (
    <div
      ref={(element) => {
        setPlace(element);
        setNodeRef(element);
      }}
      {...attributes}
      {...listeners}
      aria-label={`${place + 1}: ${reference.title}`}
      data-testid="order-cell"
      data-place={place}
      style={{
        width,
        cursor: isDragging ? 'grabbing' : 'grab',
        opacity: isDragging ? 0.4 : 1,
        touchAction: 'manipulation',
        [`border${edge}`]: isOver && !isDragging ? `4px solid ${palette.verdigris}` : undefined,
        boxSizing: 'border-box',
      }}
    >
      <div inert>
        <PreviewCard reference={reference} width="100%" onPress={() => undefined} />
      </div>
    </div>
  );
}

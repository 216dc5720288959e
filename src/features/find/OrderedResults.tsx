'use client';

import { chakra } from '@chakra-ui/react';
import {
  type Announcements,
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
  rectSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { FoundPhoto } from '@/server/operations/search/searchPhotos';
import { apiRequest } from '@/ui/api';
import { Notice } from '@/ui/Notice';
import { Found, Results, type ResultsProps } from './Results';
import { labels } from './words';

/** The pictures of a gathering, ordered by hand: with the mouse, or with Space and the arrow keys. */
export default function OrderedResults({
  gatheringId,
  photos,
  ...rest
}: ResultsProps & { readonly gatheringId: string }) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  /** The order until the list is read again. */
  const [moved, setMoved] = useState<{ from: readonly FoundPhoto[]; to: readonly FoundPhoto[] }>();
  const shown = moved?.from === photos ? moved.to : photos;
  const move = useMutation({
    mutationFn: (request: { photoId: string; before: string | null }) =>
      apiRequest(`gatherings/${gatheringId}`, 'PUT', request),
    onError: () => setMoved(undefined),
  });
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    const [from, to] = [active.id, over?.id].map((id) => shown.findIndex((one) => one.id === id));
    if (from === undefined || to === undefined || from < 0 || to < 0 || from === to) return;
    const after = arrayMove([...shown], from, to);
    setMoved({ from: photos, to: after });
    // While pages are missing, the last picture on screen is not the last of the gathering.
    const next = to < from ? shown[to] : (shown[to + 1] ?? (rest.more ? shown[to] : undefined));
    const before = next?.id ?? null;
    move.mutate({ photoId: String(active.id), before });
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={onDragEnd}
      accessibility={{ announcements: announcementsFor(shown), screenReaderInstructions: instructions }}
    >
      <Notice kind="error">{move.error?.message}</Notice>
      <SortableContext items={shown.map((one) => one.id)} strategy={rectSortingStrategy}>
        <Results {...rest} photos={shown} Picture={SortablePicture} />
      </SortableContext>
    </DndContext>
  );
}

function SortablePicture(props: Parameters<typeof Found>[0]) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({ id: props.photo.id });
  return (
    <Found
      {...props}
      frame={{
        ref: setNodeRef,
        style: {
          transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
          transition,
          zIndex: isDragging ? 2 : undefined,
        },
      }}
      handle={
        <chakra.button
          {...attributes}
          {...listeners}
          ref={setActivatorNodeRef}
          type="button"
          aria-label={`${labels.move} ${props.photo.name}`}
          data-control={labels.move}
          position="absolute"
          top="0"
          right="0"
          zIndex="1"
          width="2rem"
          height="2rem"
          bg="leaf"
          color="soft"
          cursor={isDragging ? 'grabbing' : 'grab'}
          touchAction="none"
        >
          ⠿
        </chakra.button>
      }
    />
  );
}

const instructions = {
  draggable:
    'Press Space to pick up the picture, the arrow keys to move it, Space to drop it, Escape to cancel.',
};

function announcementsFor(shown: readonly FoundPhoto[]): Announcements {
  const nameOf = (id: string | number) => shown.find((one) => one.id === id)?.name ?? '';
  const placeOf = (id: string | number) =>
    `place ${shown.findIndex((one) => one.id === id) + 1} of ${shown.length}`;
  return {
    onDragStart: ({ active }) => `${nameOf(active.id)} picked up.`,
    onDragOver: ({ active, over }) => (over ? `${nameOf(active.id)}: ${placeOf(over.id)}.` : undefined),
    onDragEnd: ({ active, over }) =>
      over ? `${nameOf(active.id)} dropped at ${placeOf(over.id)}.` : `${nameOf(active.id)} dropped.`,
    onDragCancel: ({ active }) => `${nameOf(active.id)} stays at its place.`,
  };
}

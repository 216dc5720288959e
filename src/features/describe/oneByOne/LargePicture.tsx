'use client';

import { Box, chakra } from '@chakra-ui/react';
import { type PointerEvent, useEffect, useRef, useState } from 'react';
import { type PhotoView, previewAt } from '../set/view';
import { labels } from '../words';

/** The picture as large as its leaf; at 100 % its preview is pixel for pixel, and is panned with the mouse. */
export function LargePicture({
  view,
  isWhole,
  onZoom,
}: {
  view: PhotoView;
  isWhole: boolean;
  onZoom: () => void;
}) {
  const [broken, setBroken] = useState<string>();
  const url = previewAt(view, 2560);
  const { box, pan } = usePan(isWhole, url);
  return (
    <Box position="relative" flex="1" minHeight="0" bg="field">
      <Box
        ref={box}
        role="group"
        data-pictures
        aria-label={`Picture ${view.name}`}
        tabIndex={0}
        width="100%"
        height="100%"
        overflow={isWhole ? 'hidden' : 'auto'}
        cursor={isWhole ? 'zoom-in' : 'grab'}
        _focusVisible={{ outlineOffset: '-2px' }}
        onDoubleClick={onZoom}
        {...pan}
      >
        {broken === url ? (
          <Box padding="6" color="soft">
            This picture cannot be shown. Its metadata can be written anyway.
          </Box>
        ) : (
          <chakra.img
            key={view.id}
            src={url}
            alt={view.caption || view.name}
            draggable={false}
            onError={() => setBroken(url)}
            // Until the large one is there, the small one is in its place.
            style={{ backgroundImage: `url("${previewAt(view, 480)}")` }}
            backgroundSize="contain"
            backgroundRepeat="no-repeat"
            backgroundPosition="center"
            {...(isWhole
              ? { width: '100%', height: '100%', objectFit: 'contain' as const }
              : { maxWidth: 'none', margin: 'auto' })}
          />
        )}
      </Box>
      <chakra.button
        type="button"
        position="absolute"
        right="2"
        bottom="2"
        bg="leaf"
        borderWidth="1px"
        borderColor="rule"
        paddingX="2"
        minHeight="1.625rem"
        fontSize="small"
        cursor="pointer"
        aria-pressed={!isWhole}
        aria-keyshortcuts="Alt+Z"
        title="Alt+Z; Z on the picture"
        onClick={onZoom}
      >
        {isWhole ? labels.fullSize : labels.wholePicture}
      </chakra.button>
    </Box>
  );
}

/** Panning with the mouse; a picture at 100 % begins in its middle. */
function usePan(isWhole: boolean, url: string) {
  const box = useRef<HTMLDivElement>(null);
  const from = useRef<{ x: number; y: number }>(undefined);
  useEffect(() => {
    const element = box.current;
    if (!element || isWhole) return;
    element.scrollLeft = (element.scrollWidth - element.clientWidth) / 2;
    element.scrollTop = (element.scrollHeight - element.clientHeight) / 2;
  }, [isWhole, url]);
  const pan = {
    onPointerDown: (event: PointerEvent) => {
      if (isWhole || event.button !== 0) return;
      from.current = { x: event.clientX, y: event.clientY };
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    onPointerMove: (event: PointerEvent) => {
      if (!from.current || !box.current) return;
      box.current.scrollLeft -= event.clientX - from.current.x;
      box.current.scrollTop -= event.clientY - from.current.y;
      from.current = { x: event.clientX, y: event.clientY };
    },
    onPointerUp: () => {
      from.current = undefined;
    },
  };
  return { box, pan };
}

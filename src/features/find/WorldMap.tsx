'use client';

import { Box, chakra } from '@chakra-ui/react';
import { geoCentroid, geoCircle, geoDistance, geoEqualEarth, geoPath } from 'd3-geo';
import { type PointerEvent, useMemo, useRef, useState } from 'react';
import { feature } from 'topojson-client';
import atlas from 'world-atlas/land-50m.json';
import { distanceKm, type PlaceCount } from '@/core/search/places';
import { counted } from '@/core/wording/counts';
import { labels } from './words';

const WIDTH = 480;
const HEIGHT = 240;
const LEAST_DEGREES = 5;
/** From so much of the earth on all of it is shown. */
const MOST_DEGREES = 60;
/** A cell of places reaches so far from its middle. */
const CELL_KM = 40;
const LARGEST = 12;

const topology = atlas as unknown as Parameters<typeof feature>[0];
const land = feature(topology, topology.objects.land!);

interface Near {
  readonly km: number;
  readonly latitude: number;
  readonly longitude: number;
}
type Point = readonly [x: number, y: number];

/** The land around the places, each with a dot. A click on a dot, or a drag from a middle outwards, narrows the result. */
export function WorldMap({
  places,
  onNarrow,
}: {
  places: readonly PlaceCount[];
  onNarrow: (near: Near) => void;
}) {
  const projection = useMemo(() => projectionOf(places), [places]);
  const outline = useMemo(() => geoPath(projection)(land) ?? '', [projection]);
  const [dragged, show] = useState<readonly [middle: Point, edge: Point]>();
  const now = useRef<readonly [Point, Point]>(undefined);
  const drag = (next: readonly [Point, Point] | undefined) => {
    now.current = next;
    show(next);
  };
  const at = ({ currentTarget, clientX, clientY }: PointerEvent): Point => {
    const { left, top, width, height } = currentTarget.getBoundingClientRect();
    return [((clientX - left) / width) * WIDTH, ((clientY - top) / height) * HEIGHT];
  };
  const most = Math.max(...places.map((one) => one.pictures));
  return (
    <Box bg="leaf" borderWidth="1px">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        aria-label={labels.map}
        style={{ display: 'block', touchAction: 'pan-y', cursor: 'crosshair', userSelect: 'none' }}
        data-control="narrow by place"
        onPointerDown={(event) => {
          if ((event.target as Element).closest('[role="button"]')) return;
          event.currentTarget.setPointerCapture(event.pointerId);
          drag([at(event), at(event)]);
        }}
        onPointerMove={(event) => now.current && drag([now.current[0], at(event)])}
        onPointerCancel={() => drag(undefined)}
        onPointerUp={() => {
          const ended = now.current;
          drag(undefined);
          const near = ended && nearOf(ended, projection.invert);
          if (near) onNarrow(near);
        }}
      >
        <chakra.path d={outline} fill="field" stroke="hairline" />
        {places.map((place) => (
          <Dot
            key={`${place.latitude} ${place.longitude}`}
            place={place}
            at={projection([place.longitude, place.latitude]) ?? [0, 0]}
            radius={3 + (LARGEST - 3) * Math.sqrt(place.pictures / most)}
            onTake={() => onNarrow({ km: CELL_KM, latitude: place.latitude, longitude: place.longitude })}
          />
        ))}
        {dragged && (
          <chakra.circle
            cx={dragged[0][0]}
            cy={dragged[0][1]}
            r={Math.hypot(dragged[1][0] - dragged[0][0], dragged[1][1] - dragged[0][1])}
            fill="woad"
            fillOpacity={0.2}
            stroke="woad"
          />
        )}
      </svg>
    </Box>
  );
}

function Dot({
  place: { latitude, longitude, pictures },
  at: [x, y],
  radius,
  onTake,
}: {
  place: PlaceCount;
  at: readonly [number, number];
  radius: number;
  onTake: () => void;
}) {
  const words = `${counted(pictures, 'picture')} around ${latitude}, ${longitude}`;
  return (
    <chakra.circle
      role="button"
      tabIndex={0}
      aria-label={words}
      data-control="narrow by place"
      cx={x}
      cy={y}
      r={radius}
      fill="woad"
      fillOpacity={0.8}
      stroke="sheet"
      cursor="pointer"
      onClick={onTake}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        onTake();
      }}
    >
      <title>{words}</title>
    </chakra.circle>
  );
}

/** Fits the places with some land around them, or the whole earth. */
function projectionOf(places: readonly PlaceCount[]) {
  const points = places.map(({ longitude, latitude }): [number, number] => [longitude, latitude]);
  const middle = geoCentroid({ type: 'MultiPoint', coordinates: points });
  const farthest = Math.max(...points.map((one) => geoDistance(one, middle))) * (180 / Math.PI);
  const degrees = Math.max(LEAST_DEGREES, farthest * 1.2);
  // Places on opposite sides of the earth have no middle.
  const isWhole = !(degrees <= MOST_DEGREES);
  const shown = isWhole ? ({ type: 'Sphere' } as const) : geoCircle().center(middle).radius(degrees)();
  const size: [[number, number], [number, number]] = [
    [8, 8],
    [WIDTH - 8, HEIGHT - 8],
  ];
  return geoEqualEarth()
    .rotate([isWhole ? 0 : -middle[0], 0])
    .fitExtent(size, shown)
    .clipExtent([
      [0, 0],
      [WIDTH, HEIGHT],
    ]);
}

const rounded = (degrees: number) => Math.round(degrees * 100) / 100;

/** The circle on the earth that was dragged on the map; undefined for a click. */
function nearOf(
  [middle, edge]: readonly [Point, Point],
  invert: ((point: [number, number]) => [number, number] | null) | undefined,
): Near | undefined {
  const [from, to] = [invert?.([...middle]), invert?.([...edge])];
  if (!from || !to || Math.hypot(edge[0] - middle[0], edge[1] - middle[1]) < 4) return undefined;
  const [a, b] = [from, to].map(([longitude, latitude]) => ({ longitude, latitude }));
  const km = Math.min(99_999, Math.ceil(distanceKm(a!, b!)));
  const isOnEarth = Math.abs(a!.latitude) <= 90 && Math.abs(a!.longitude) <= 180;
  return isOnEarth ? { km, latitude: rounded(a!.latitude), longitude: rounded(a!.longitude) } : undefined;
}

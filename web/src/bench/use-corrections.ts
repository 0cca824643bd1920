import { useCallback, useMemo } from 'react';
import { mapRequestOf } from '@nobrel/core/file';
import type { Point, Rect } from '@nobrel/core/geometry';
import { onPictureAt, onSurfaceAt, type Correction, type Pin, type Place } from '@nobrel/core/map';
import { useDecide, useWork } from '../store/use-work.js';
import type { Decision } from '../store/work-state.js';

/** A correction as it is made, before it has an id. */
export type NewCorrection = Correction extends infer C
  ? C extends Correction
    ? Omit<C, 'id'>
    : never
  : never;

/** The next free number, as an id. */
function nextId(taken: readonly { id: string }[]): string {
  return String(taken.reduce((most, { id }) => Math.max(most, Number(id) || 0), 0) + 1);
}

/** The painter's corrections and pins, and how they are made and taken back. */
export function useCorrections() {
  const work = useWork();
  const decide = useDecide();
  const { list, pins } = work.decisions.corrections;
  const request = useMemo(() => mapRequestOf(work), [work]);
  const picture: Rect | null = request?.wholeAt ?? null;
  const addAll = useCallback(
    (corrections: readonly NewCorrection[], ...also: Decision[]) => {
      const next = [...list];
      for (const correction of corrections) next.push({ ...correction, id: nextId(next) });
      decide({ room: 'corrections', change: { list: next } }, ...also);
    },
    [decide, list],
  );
  const add = useCallback((correction: NewCorrection) => addAll([correction]), [addAll]);
  const takeBack = (id: string) =>
    decide({ room: 'corrections', change: { list: list.filter((correction) => correction.id !== id) } });
  const keepPins = (next: readonly Pin[]) => decide({ room: 'corrections', change: { pins: [...next] } });
  const whole = picture ?? { x: 0, y: 0, width: 1, height: 1 };
  return {
    list,
    pins,
    picture: whole,
    add,
    /** Several at once, undone together with what else is decided with them. */
    addAll,
    takeBack,
    keepPins,
    addPin: (at: Place, text: string) => keepPins([...pins, { id: nextId(pins), at, text, settled: false }]),
    toPicture: (point: Point): Place => onPictureAt(point, whole),
    toSurface: (place: Place): Point => onSurfaceAt(place, whole),
  };
}
export type Corrections = ReturnType<typeof useCorrections>;

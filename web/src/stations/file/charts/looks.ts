import { useMemo } from 'react';
import { useAppSelector } from '../../../store/hooks.js';
import { rooms } from '../../../theme/tokens.js';

/** Minutes at an axis, as hours from one hour on. */
export const writeHours = (minutes: number) =>
  minutes < 60 ? `${minutes} min` : `${+(minutes / 60).toFixed(1)} h`;

/** Steps an axis of minutes is divided by: quarters of an hour and whole hours. */
const steps = [5, 10, 15, 30, 60, 120, 300, 600, 1200, 3000, 6000];
const maxSteps = 5;

/** The step of an axis that reaches so many minutes. */
export const stepOfHours = (minutes: number) =>
  steps.find((step) => minutes <= maxSteps * step) ?? Math.ceil(minutes / maxSteps / 600) * 600;

/** A name that is not too long for an axis. */
export const shorten = (name: string, length = 32) =>
  name.length > length ? `${name.slice(0, length - 1)}…` : name;

/** What is drawn on charts with: told apart by tone and hatching, not by colour alone. */
export function useChartColours() {
  const room = useAppSelector((state) => state.view.room);
  return useMemo(() => {
    const { graphite, quiet, sanguine } = rooms[room];
    return { solid: graphite, mark: sanguine, hatched: hatching(quiet) };
  }, [room]);
}

/** Slanting hatching. */
function hatching(colour: string): CanvasPattern | string {
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = 6;
  const context = canvas.getContext('2d');
  if (!context) return colour;
  context.strokeStyle = colour;
  context.lineWidth = 1.5;
  context.beginPath();
  for (const from of [-6, 0, 6]) {
    context.moveTo(from - 1, 7);
    context.lineTo(from + 7, -1);
  }
  context.stroke();
  return context.createPattern(canvas, 'repeat') ?? colour;
}

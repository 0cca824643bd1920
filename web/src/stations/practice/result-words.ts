import { edgeQualities } from '@nobrel/core/documents';
import { drills, type Judged, type Task } from '@nobrel/core/practice';
import { counted, formatLength, type LengthUnit } from '@nobrel/core/units';

/** What came out, in words with its figure. */
export function resultWords(task: Task, { error, right }: Judged, unit: LengthUnit): string {
  const { level } = task;
  const begun = right ? '○ Right' : '△ Off';
  const off = Math.abs(error);
  switch (task.drill) {
    case 'angle':
      return `${begun}: ${off.toFixed(1)}° ${error >= 0 ? 'too steep' : 'too flat'}; to stay within ${level.toFixed(1)}°.`;
    case 'proportion':
      return `${begun}: ${off.toFixed(0)} % ${error >= 0 ? 'too many' : 'too few'} times; it is ${task.truth.toFixed(2)}, to stay within ${level.toFixed(0)} %.`;
    case 'placing': {
      const { width, height } = task.window;
      const offMm = (off * Math.max(width, height)) / 100;
      return `${begun}: ${formatLength(offMm, unit)} off, ${off.toFixed(1)} ${drills.placing.unit}; to stay within ${level.toFixed(1)} %.`;
    }
    case 'curve':
      return `${begun}: ${off.toFixed(1)} % of its chord ${error >= 0 ? 'too bowed' : 'too flat'}; to stay within ${level.toFixed(1)} %.`;
    case 'order':
      return `${begun}${right ? '' : `: ${counted(off, 'pair')} the wrong way round`}; the nearest two are ${level.toFixed(1)} L* apart.`;
    case 'edge': {
      const quality = edgeQualities[task.truth] ?? 'lost';
      const figures =
        quality === 'lost'
          ? `${task.contrast.toFixed(1)} L* from side to side`
          : `its step takes ${task.softnessMm.toFixed(1)} mm, ${task.contrast.toFixed(0)} L* from side to side`;
      return `${begun}: the edge is ${quality}; ${figures}.`;
    }
    case 'value': {
      const steps = `${off} ${off === 1 ? 'step' : 'steps'} too ${error > 0 ? 'light' : 'dark'}`;
      return `${begun}${right ? '' : `: ${steps}`}; the greys are ${level.toFixed(1)} L* apart.`;
    }
  }
}

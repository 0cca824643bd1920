import { drills, type Judged, type Task } from '@nobrel/core/practice';

/** What came out, in words with its figure. */
export function resultWords(task: Task, { error, right }: Judged, level: number): string {
  const begun = right ? '○ Right' : '△ Off';
  const off = Math.abs(error);
  switch (task.drill) {
    case 'angle':
      return `${begun}: ${off.toFixed(1)}° ${error >= 0 ? 'too steep' : 'too flat'}; to stay within ${level.toFixed(1)}°.`;
    case 'proportion':
      return `${begun}: ${off.toFixed(0)} % ${error >= 0 ? 'too many' : 'too few'} times; it is ${task.truth.toFixed(2)}, to stay within ${level.toFixed(0)} %.`;
    case 'placing':
      return `${begun}: ${off.toFixed(1)} ${drills.placing.unit} off; to stay within ${level.toFixed(1)} %.`;
    case 'curve':
      return `${begun}: ${off.toFixed(1)} % of its chord ${error >= 0 ? 'too bowed' : 'too flat'}; to stay within ${level.toFixed(1)} %.`;
    case 'value': {
      const steps = `${off} ${off === 1 ? 'step' : 'steps'} too ${error > 0 ? 'light' : 'dark'}`;
      return `${begun}${right ? '' : `: ${steps}`}; the greys are ${level.toFixed(1)} L* apart.`;
    }
  }
}

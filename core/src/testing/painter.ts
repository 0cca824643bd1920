import { gaussian, seeded } from '../camera/index.js';
import type { TimedWork, TransferMethod, WorkMeasures } from '../transfer/index.js';

/** A simulated painter: a hand of their own, and how they work. Shares nothing with the fit of own speeds. */
export type Painter = { workOn: () => TimedWork[] };

const methods: readonly TransferMethod[] = [
  'transfer-sheet',
  'rubbed-backing',
  'light-box',
  'mirrored-tracing',
  'projector',
];
/** What each method does to the time of tracing once, and how long it takes to set up, in the simulated world. */
const pace: Readonly<Partial<Record<TransferMethod, number>>> = {
  'transfer-sheet': 1.1,
  'rubbed-backing': 1.2,
  'light-box': 1,
  'mirrored-tracing': 2.8,
  projector: 0.9,
};
const tooths = ['smooth', 'medium', 'rough'] as const;

/**
 * A painter with speeds of their own: slower or faster along lines, between lines and in making ready, unlike by method
 * and tooth; better with every work, tired towards the end of a long sitting, in good form or bad; and now and then the
 * watch is left running.
 */
export function simulatedPainter(seed: number): Painter {
  const random = seeded(seed);
  const unlike = (deviation: number) => Math.exp(deviation * gaussian(random));
  const hand = { line: unlike(0.35), lift: unlike(0.4), ready: unlike(0.4), form: 0.1 + 0.12 * random() };
  const byMethod = new Map(methods.map((method) => [method, unlike(0.15)]));
  const byTooth = new Map(tooths.map((tooth) => [tooth, unlike(0.1)]));
  const usual = methods[Math.floor(random() * methods.length)];
  let works = 0;
  let sittings = 0;
  const workOn = (): TimedWork[] => {
    const method = random() < 0.6 ? usual : methods[Math.floor(random() * methods.length)];
    const tooth = tooths[Math.floor(random() * tooths.length)];
    const metres = 10 * unlike(0.6);
    const whole: WorkMeasures = {
      method,
      tooth,
      metres,
      lifts: Math.round(metres * 12 * unlike(0.4)),
      readyMinutes: 18 * unlike(0.35),
    };
    const practised = 0.98 ** Math.min(10, works++);
    const paceHere =
      (pace[method] ?? 1) * (byMethod.get(method) ?? 1) * (byTooth.get(tooth) ?? 1) * practised;
    const tracing =
      (paceHere * (hand.line * ((1000 * whole.metres) / 8) + hand.lift * whole.lifts * 1.5)) / 60;
    const count = Math.max(1, Math.round((tracing + whole.readyMinutes) / (25 + 40 * random())));
    return Array.from({ length: count }, (_, k) => {
      // Making ready comes first, tidying last.
      const readyMinutes =
        count === 1
          ? whole.readyMinutes
          : k === 0
            ? 0.6 * whole.readyMinutes
            : k === count - 1
              ? 0.4 * whole.readyMinutes
              : 0;
      const calm = tracing / count + hand.ready * readyMinutes;
      const tired = 1 + (0.1 * Math.max(0, calm - 40)) / 40;
      const minutes = calm * tired * unlike(hand.form) + 2 * random();
      return {
        ...whole,
        metres: whole.metres / count,
        lifts: whole.lifts / count,
        readyMinutes,
        at: sittings++,
        minutes: random() < 0.02 ? minutes + 400 : minutes,
      };
    });
  };
  return { workOn };
}

import { transfer, wrap } from 'comlink';
import type { JudgedPhotograph } from '@nobrel/core/check';
import type { SizeMm } from '@nobrel/core/units';
import type { PhotographWorker } from './photograph-worker.js';

/** Long side of the look a photograph is judged by, pixels. */
const stillPx = 1700;
const previewPx = 900;

/** A judge of photographs in a worker of its own, until it is closed. */
export type PhotographJudge = {
  /** Judges a picture from a file or a camera; null where this browser cannot read it. */
  judge: (picture: Blob | HTMLVideoElement, size: SizeMm) => Promise<JudgedPhotograph | null>;
  close: () => void;
};

/** Opens a judge of photographs. */
export function openPhotographJudge(): PhotographJudge {
  const worker = new Worker(new URL('./photograph-worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<PhotographWorker>(worker);
  return {
    close: () => worker.terminate(),
    judge: async (picture, size) => {
      const whole = await createImageBitmap(picture).catch(() => null);
      if (!whole) return null;
      const longSidePx = Math.max(whole.width, whole.height);
      const pxPerPx = Math.max(1, longSidePx / (picture instanceof Blob ? stillPx : previewPx));
      const look = await createImageBitmap(whole, {
        resizeWidth: Math.round(whole.width / pxPerPx),
        resizeHeight: Math.round(whole.height / pxPerPx),
        resizeQuality: 'medium',
      });
      whole.close();
      const judged = await remote.judge(transfer(look, [look]), size, pxPerPx);
      const at = ({ x, y }: { x: number; y: number }) => ({ x: x * pxPerPx, y: y * pxPerPx });
      const { corners } = judged;
      return {
        ...judged,
        corners: corners && [at(corners[0]), at(corners[1]), at(corners[2]), at(corners[3])],
      };
    },
  };
}

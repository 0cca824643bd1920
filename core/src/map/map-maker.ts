import type { MapDocument } from '../documents/index.js';
import type { Picture } from '../raster/index.js';
import type { EdgeFollower } from './corrections/index.js';
import { Drawings, mapOfDrawing, tryCleanUps, type StrokeFound, type TriedCleanUp } from './drawing/index.js';
import { PhotographMaps, type MapRequest, type TonesFound } from './pipeline.js';
import type { MapSettings } from './settings.js';
import { stageSettings } from './stage-settings.js';
import type { MapProgress } from './stage.js';
import type { Things } from './things.js';

/** What is asked of the tone of a drawing: its shapes of value, all of them. */
const valuesAlone = {
  reference: 'photograph',
  mode: 'values',
  minutes: null,
  minWeight: 0,
  strokes: false,
  colourEdges: false,
} as const satisfies Partial<MapSettings>;

/**
 * Makes the map of a reference: of a drawing from its own strokes, of a photograph from what it shows. Remembers what it
 * found, so that a changed decision computes only what follows from it. Equal requests give equal documents.
 */
export class MapMaker {
  private readonly ofTone = new PhotographMaps();
  private tones: (() => TonesFound | null) | null = null;

  /**
   * @param photographs how photographs are mapped, with what was read of them
   * @param drawings strokes read, to be shared by all makers
   */
  constructor(
    private readonly photographs = new PhotographMaps(),
    private readonly drawings = new Drawings(),
  ) {}

  /**
   * The map, in steps: yields progress between stages, so that a caller can let other work in or stop.
   *
   * @throws RangeError when the picture or the sizes make no sense
   */
  *steps(request: MapRequest): Generator<MapProgress, MapDocument, undefined> {
    const { frame } = request.placement;
    if (!(frame.width > 0 && frame.height > 0))
      throw new RangeError('The picture has no room on the surface.');
    yield { stage: 'Reading the picture', share: 0 };
    this.photographs.takeUp(request);
    const told = this.drawings.tell(request, stageSettings.telling.parse(request.settings));
    if (told.kind === 'photograph') {
      this.tones = () => this.photographs.tonesFound();
      return { ...(yield* this.photographs.steps(request)), readAs: told };
    }
    this.tones = request.settings.tone === 'shapes' ? () => this.ofTone.tonesFound() : null;
    return yield* mapOfDrawing(request, this.drawings, told, (picture, key) =>
      this.valuesOf(picture, key, request),
    );
  }

  /** The map in one go. */
  make(request: MapRequest): MapDocument {
    const steps = this.steps(request);
    for (;;) {
      const step = steps.next();
      if (step.done) return step.value;
    }
  }

  /** Another maker that shares what was seen in the picture, for a second map at another detail. */
  forOtherDetail(): MapMaker {
    return new MapMaker(new PhotographMaps(this.photographs.rasters, this.things), this.drawings);
  }

  /** What was seen in photographs. */
  get things(): Things {
    return this.photographs.things;
  }

  /** The tones of the picture last mapped, or of the tone of a drawing; null before the first, and of lines alone. */
  tonesFound(): TonesFound | null {
    return this.tones?.() ?? null;
  }

  /** Everything found in the drawing last mapped, what was left out too; null before the first. */
  strokesFound(): StrokeFound[] | null {
    return this.drawings.lastFound();
  }

  /** What each way of cleaning up does to the drawing last mapped, or would do; null before the first. */
  tryCleanUps(settings: MapSettings): TriedCleanUp[] | null {
    const last = this.drawings.lastRead();
    return last && tryCleanUps(last.read, last.frame, settings);
  }

  /** Follows edges in the picture last mapped; null before the first. Its pixels lie on the frame's. */
  edgeFollower(): EdgeFollower | null {
    return this.photographs.edgeFollower();
  }

  /** The values of a picture alone: of the tone of a drawing, which lies where the drawing does. */
  private valuesOf(picture: Picture, pictureKey: string, { placement, settings }: MapRequest) {
    const { width, height } = picture;
    return this.ofTone.steps({
      picture,
      pictureKey,
      window: { x: 0, y: 0, width, height },
      placement,
      settings: { ...settings, ...valuesAlone },
    });
  }
}

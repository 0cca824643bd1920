import type { MapDocument } from '../documents/index.js';
import type { Rect } from '../geometry/index.js';
import { averaged, type Picture, type PixelWindow, type Plane } from '../raster/index.js';
import { assembleMap, type Placement, finishMap, maxDetail } from './document/index.js';
import {
  isOnFrame,
  KeptArcs,
  placeBoundaries,
  stretchesOf,
  type Boundaries,
  type LocatedArc,
  type Stretch,
} from './boundaries/index.js';
import {
  type ColourPlanes,
  type LabPlanes,
  softColours,
  workingRaster,
  workingSize,
  type WorkingRaster,
} from './reading/index.js';
import { type Correction, EdgeFollower } from './corrections/index.js';
import {
  detailGround,
  drawDetails,
  findDetails,
  thinCrests,
  type Crest,
  type DetailGround,
  type Details,
} from './details/index.js';
import { drawArc } from './lines/index.js';
import { contoursAt, type Contours } from './regions/index.js';
import { lightnessPlane } from '../colour/index.js';
import { keyOf, Stage, StageOfEach, type MapProgress } from './stage.js';
import { Things } from './things.js';
import type { MapSettings } from './settings.js';
import { stageSettings } from './stage-settings.js';
import {
  areaShares,
  findShapes,
  groundThings,
  judgeTones,
  quietedTones,
  type Quieted,
  type Regions,
  type Shapes,
  type Tones,
} from './values/index.js';

/** Everything a map is made from. */
export type MapRequest = {
  picture: Picture;
  /** Names the picture, so that equal pictures need not be compared. */
  pictureKey: string;
  /** The part of the picture that is used, in its pixels. */
  window: PixelWindow;
  placement: Placement;
  settings: MapSettings;
  /** What the painter changed by hand. */
  corrections?: readonly Correction[];
  /** Where the whole picture lies on the surface, mm, for the corrections; the frame when not given. */
  wholeAt?: Rect;
  /** For a quick look: so many times coarser each way than the map needs, though no coarser than the picture. */
  coarser?: number;
};

/** A picture that was taken up: the key of its working raster, and how that is read. */
type TakenUp = { key: string; read: () => WorkingRaster };

/** The picture's tones and the limits set in them, for a histogram. */
export type TonesFound = { histogram: Float64Array; limits: number[] };

/** Maps that one goes back to at once: by undo, or to hold fewer values against more. */
const goneBackTo = 3;

/**
 * Makes maps of photographs and remembers every stage by what went into it, so that a changed decision computes only
 * what follows from it. Equal requests give equal documents.
 */
export class PhotographMaps {
  private readonly stages = {
    colour: new Stage<ColourPlanes>(),
    contours: new Stage<Contours>(goneBackTo),
    quieted: new Stage<Quieted>(),
    tones: new Stage<Tones>(),
    shapes: new Stage<Shapes>(goneBackTo),
    arcs: new Stage<KeptArcs>(),
    boundaries: new Stage<Boundaries>(goneBackTo),
    ground: new Stage<DetailGround>(),
    crests: new Stage<Crest>(),
    details: new Stage<Details>(goneBackTo),
    drawn: new StageOfEach<LocatedArc, Float64Array>(),
    stretches: new StageOfEach<LocatedArc, Stretch[]>(),
    follower: new Stage<EdgeFollower>(),
  };
  private found: TonesFound | null = null;
  private taken: TakenUp | null = null;

  /**
   * @param rasters working rasters, to be shared by makers of equally fine maps
   * @param things what was seen in them, to be shared by the same
   */
  constructor(
    readonly rasters = new Stage<WorkingRaster>(),
    readonly things = new Things(),
  ) {}

  /** Takes a picture up, so that it can be read when it is asked about. */
  takeUp({ picture, pictureKey, window, placement: { frame }, settings, coarser }: MapRequest): TakenUp {
    const size = workingSize(window, frame.width, frame.height, settings.pencilMm, coarser);
    const key = keyOf(pictureKey, window, size);
    this.taken = { key, read: () => this.rasters.get(key, () => workingRaster(picture, window, size)) };
    return this.taken;
  }

  /**
   * The map, in steps: yields progress between stages, so that a caller can let other work in or stop.
   *
   * @throws RangeError when the picture or the sizes make no sense
   */
  *steps(request: MapRequest): Generator<MapProgress, MapDocument, undefined> {
    const { settings, placement, window, corrections = [] } = request;
    const { frame } = placement;
    yield { stage: 'Reading the picture', share: 0 };
    const { key: rasterKey, read } = this.takeUp(request);
    const raster = read();
    const { width, height } = raster.luminance;
    const size = { width, height, pxPerMm: raster.pxPerMm };
    const colour = settings.colourEdges ? this.stages.colour.get(rasterKey, () => softColours(raster)) : null;

    yield { stage: 'Looking for contours', share: 0.1 };
    const lab = this.things.colours(raster, rasterKey);
    const joined = yield* this.things.joined(lab, rasterKey);
    const detail = maxDetail(settings, corrections);
    const contoursKey = keyOf(rasterKey, detail);
    const contours = this.stages.contours.get(contoursKey, () =>
      contoursAt(joined.cells, joined.hierarchy, detail),
    );

    yield { stage: 'Leaving texture out', share: 0.45 };
    const tones = this.tones(raster, lab.planes.lightness, settings, rasterKey);

    yield { stage: 'Finding the values and shapes', share: 0.5 };
    const ofShapes = stageSettings.shapes.parse(settings);
    const shapesKey = keyOf(tones.key, contoursKey, ofShapes);
    const shapes = this.stages.shapes.get(shapesKey, () =>
      findShapes(tones.value, contours, lab.planes, ofShapes),
    );
    this.found = { histogram: tones.value.histogram, limits: shapes.limits };

    yield { stage: 'Following the boundaries', share: 0.6 };
    const seenIn = { raster, tones: tones.value, lab: lab.planes };
    const boundaries = yield* this.boundaries(shapes, seenIn, { rasterKey, shapesKey });

    yield { stage: 'Looking for thin lines', share: 0.85 };
    const seen = { raster, colour, lightness: lab.planes.lightness, regions: shapes.regions };
    const details = this.details(seen, settings, { rasterKey, shapesKey });

    yield { stage: 'Drawing the lines', share: 0.95 };
    const { map, arcs } = boundaries;
    const following = stageSettings.drawn.parse(settings);
    const drawnKey = keyOf(rasterKey, frame, following);
    const drawn = arcs.map((arc, i) =>
      this.stages.drawn.get(arc, drawnKey, () => drawArc(map.arcs[i], arc, size, frame, following)),
    );
    const edgeLimits = stageSettings.stretches.parse(settings);
    const stretchesKey = keyOf(edgeLimits);
    const stretches = arcs.map((arc, i) =>
      isOnFrame(map.arcs[i])
        ? []
        : this.stages.stretches.get(arc, stretchesKey, () =>
            stretchesOf(arc, map.arcs[i].closed, size.pxPerMm, edgeLimits),
          ),
    );
    const computed = assembleMap(
      {
        regions: shapes.regions,
        map,
        drawn,
        stretches,
        colours: { arcs: boundaries.colours, regions: shapes.colours },
        areas: areaShares(shapes.regions),
        ground: groundThings(shapes.regions),
        joins: shapes.joins,
        details: drawDetails(details, shapes.regions, size, frame, settings),
        levelLightness: shapes.levelLightness,
        limits: shapes.limits,
        fromDetail: shapes.fromDetail,
      },
      placement,
      { ...settings, crop: window, ...(corrections.length > 0 ? { corrections } : {}) },
    );
    return finishMap(computed, { settings, corrections, picture: request.wholeAt ?? frame });
  }

  /** The tones of the picture last mapped, or null before the first. */
  tonesFound(): TonesFound | null {
    return this.found;
  }

  /** Follows edges in the picture last mapped; null before the first. Its pixels lie on the frame's. */
  edgeFollower(): EdgeFollower | null {
    if (!this.taken) return null;
    const { key, read } = this.taken;
    const raster = read();
    return this.stages.follower.get(key, () => {
      const step = EdgeFollower.stepFor(raster.pxPerMm);
      const small = averaged(raster.luminance, step);
      return new EdgeFollower({ ...small, data: lightnessPlane(small.data) }, raster.pxPerMm / step);
    });
  }

  private tones(
    raster: WorkingRaster,
    lightness: Plane,
    settings: MapSettings,
    rasterKey: string,
  ): { key: string; value: Tones } {
    const quieting = stageSettings.quieted.parse(settings);
    const quietKey = keyOf(rasterKey, quieting);
    const quieted = this.stages.quieted.get(quietKey, () => quietedTones(raster, lightness, quieting));
    const judging = stageSettings.tones.parse(settings);
    const key = keyOf(quietKey, judging);
    const value = this.stages.tones.get(key, () => judgeTones(quieted, raster.pxPerMm, judging));
    return { key, value };
  }

  private *boundaries(
    shapes: Shapes,
    { raster, tones, lab }: { raster: WorkingRaster; tones: Tones; lab: LabPlanes },
    { rasterKey, shapesKey }: { rasterKey: string; shapesKey: string },
  ): Generator<MapProgress, Boundaries, undefined> {
    const held = this.stages.boundaries.peek(shapesKey);
    if (held) return held;
    const kept = this.stages.arcs.get(rasterKey, () => new KeptArcs());
    const placing = placeBoundaries(shapes, raster, tones, lab, kept);
    for (;;) {
      const step = placing.next();
      if (step.done) return this.stages.boundaries.put(shapesKey, step.value);
      yield { stage: 'Following the boundaries', share: 0.6 + 0.25 * step.value };
    }
  }

  private details(
    {
      raster,
      colour,
      lightness,
      regions,
    }: { raster: WorkingRaster; colour: ColourPlanes | null; lightness: Plane; regions: Regions },
    settings: MapSettings,
    { rasterKey, shapesKey }: { rasterKey: string; shapesKey: string },
  ): Details {
    const { mode, colourEdges, strokes } = settings;
    if (mode === 'values' && !colourEdges && !strokes) return { thin: [], colourEdges: [], strokes: [] };
    const ofDetails = stageSettings.details.parse(settings);
    return this.stages.details.get(keyOf(shapesKey, ofDetails), () => {
      const ground = this.stages.ground.get(rasterKey, () => detailGround(raster, lightness, regions.step));
      const ofCrests = stageSettings.crests.parse(settings);
      const crestsKey = keyOf(rasterKey, ofCrests);
      const crests =
        mode === 'values'
          ? null
          : this.stages.crests.get(crestsKey, () => thinCrests(ground, raster.pxPerMm, ofCrests));
      return findDetails(ground, { crests, colour, regions, pxPerMm: raster.pxPerMm }, ofDetails);
    });
  }
}

import { findThing, type FoundThing } from './corrections/index.js';
import { gatherEvidence } from './evidence/index.js';
import { labPlanes, shapeStep, type LabPlanes, type WorkingRaster } from './reading/index.js';
import {
  ContourGraph,
  ContourModel,
  cutIntoCells,
  joinRegions,
  lengthsByDetail,
  weightsFor,
  type Cells,
  type Hierarchy,
} from './regions/index.js';
import { Stage, type MapProgress } from './stage.js';

/** Lightness and colour of a picture, on the raster that contours and shapes are found on. */
export type SeenColours = { planes: LabPlanes; pxPerMm: number };

/** A picture cut into cells, and the cells joined in the order of how little their contours matter. */
export type JoinedCells = { cells: Cells; hierarchy: Hierarchy };

/**
 * What lies in a picture: its things and their parts. Found once a picture and resolution; no decision changes it, so
 * that makers of maps can share it.
 */
export class Things {
  private readonly lab = new Stage<LabPlanes>();
  private readonly cells = new Stage<JoinedCells>();
  private key = '';

  /** Lightness and colour of a picture. */
  colours(raster: WorkingRaster, key: string): SeenColours {
    const step = shapeStep(raster.pxPerMm);
    return { planes: this.lab.get(key, () => labPlanes(raster, step)), pxPerMm: raster.pxPerMm / step };
  }

  /** The regions of a picture, in steps: yields progress, so that a caller can let other work in or stop. */
  *joined({ planes, pxPerMm }: SeenColours, key: string): Generator<MapProgress, JoinedCells, undefined> {
    this.key = key;
    const held = this.cells.peek(key);
    if (held) return held;
    const evidence = gatherEvidence(planes, pxPerMm);
    yield { stage: 'Looking for contours', share: 0.2 };
    const cells = cutIntoCells(evidence.steepness);
    const graph = new ContourGraph(cells, evidence);
    yield { stage: 'Telling things apart', share: 0.3 };
    const hierarchy = joinRegions(graph, new ContourModel(weightsFor(graph)), pxPerMm);
    return this.cells.put(key, { cells, hierarchy });
  }

  /**
   * How long the contours of the picture last seen are, in mm, at even steps of detail from 0 to 1; null before the
   * first.
   */
  contourLengths(steps: number): number[] | null {
    const joined = this.cells.peek(this.key);
    return joined && lengthsByDetail(joined.hierarchy, steps);
  }

  /**
   * The thing under a spot of the picture last seen; null before the first.
   *
   * @param u the spot, as shares of the frame's width and height
   * @param detail where to begin: the region at this detail
   * @param walk steps from there, up to what it is part of (positive) or down to its parts
   * @returns with its outline as shares of the frame
   */
  at(u: number, v: number, detail: number, walk: number): FoundThing | null {
    const joined = this.cells.peek(this.key);
    if (!joined) return null;
    const { cells, hierarchy } = joined;
    const { width } = cells;
    const height = cells.label.length / width;
    const found = findThing(cells, hierarchy, { x: u * width, y: v * height, detail, walk });
    return { ...found, outline: found.outline.map((value, i) => value / (i % 2 === 0 ? width : height)) };
  }
}

import { expect } from 'chai';
import fc from 'fast-check';
import type { Picture, Plane } from '../../raster/index.js';
import { seeded } from '../../testing/index.js';
import { gatherEvidence } from '../evidence/index.js';
import { labPlanes, workingRaster } from '../reading/index.js';
import { ContourGraph, sums } from './contour-graph.js';
import { ContourModel } from './contour-model.js';
import { joinRegions } from './hierarchy.js';
import { contoursAt } from './level.js';
import { cutIntoCells } from './watershed.js';
import { weightsFor } from './weights-for.js';

const pxPerMm = 2;

function evidenceOf(width: number, height: number, colour: (x: number, y: number) => readonly number[]) {
  const data = new Uint8Array(width * height * 3);
  for (let i = 0; i < width * height; i++) data.set(colour(i % width, Math.floor(i / width)), 3 * i);
  const picture: Picture = { width, height, channels: 3, data };
  const raster = workingRaster(picture, { x: 0, y: 0, width, height }, { width, height, pxPerMm });
  return gatherEvidence(labPlanes(raster, 1), pxPerMm);
}

function contoursOf(
  width: number,
  height: number,
  colour: (x: number, y: number) => readonly number[],
  detail = 0.5,
) {
  const evidence = evidenceOf(width, height, colour);
  const cells = cutIntoCells(evidence.steepness);
  const graph = new ContourGraph(cells, evidence);
  const hierarchy = joinRegions(graph, new ContourModel(weightsFor(graph)), pxPerMm);
  return { cells, hierarchy, contours: contoursAt(cells, hierarchy, detail) };
}

/** A disc in the middle of a picture. */
const inDisc = (x: number, y: number) => Math.hypot(x - 60, y - 50) < 30;

describe('cells', () => {
  it('cover the picture, each in one piece, and meet on the crest of the steepness', () => {
    const crest: Plane = { width: 40, height: 20, data: new Float32Array(800) };
    for (let i = 0; i < 800; i++) crest.data[i] = 8 * Math.exp(-(((i % 40) - 17) ** 2) / 8);
    const { label, count } = cutIntoCells(crest);
    expect(count).to.equal(2);
    for (let i = 0; i < 800; i++) {
      const x = i % 40;
      if (x < 16) expect(label[i]).to.equal(label[0]);
      if (x > 18) expect(label[i]).to.equal(label[39]);
    }
  });

  it('tell two contours side by side apart, a little over a millimetre', () => {
    const fine = 5;
    const band = (x: number) => (x < 60 ? 60 : x < 66 ? 130 : 200);
    const picture: Picture = {
      width: 120,
      height: 60,
      channels: 3,
      data: Uint8Array.from({ length: 120 * 60 * 3 }, (_, i) => band(Math.floor(i / 3) % 120)),
    };
    const raster = workingRaster(
      picture,
      { x: 0, y: 0, width: 120, height: 60 },
      { width: 120, height: 60, pxPerMm: fine },
    );
    const { count } = cutIntoCells(gatherEvidence(labPlanes(raster, 1), fine).steepness);
    expect(count).to.equal(3);
  });

  it('are one where nothing is steep', () => {
    expect(cutIntoCells({ width: 9, height: 7, data: new Float32Array(63) }).count).to.equal(1);
  });
});

describe('sums along a boundary', () => {
  it('measure its length whatever its direction, and keep the sign of the step', () => {
    for (const slant of [0, 0.5, 1]) {
      const evidence = evidenceOf(120, 100, (x, y) =>
        x + slant * y < 60 + 50 * slant ? [60, 60, 60] : [190, 190, 190],
      );
      const cells = cutIntoCells(evidence.steepness);
      const graph = new ContourGraph(cells, evidence);
      let length = 0;
      let signed = 0;
      for (let e = 0; e < graph.edgeCount; e++) {
        length += graph.edge[e * sums.count + sums.length];
        signed += Math.abs(graph.edge[e * sums.count + sums.signed]);
      }
      expect(length).to.be.closeTo(100 * Math.hypot(1, slant), 9);
      expect(signed).to.be.greaterThan(100);
    }
  });
});

describe('contours', () => {
  it('part a thing from its ground by lightness, and by hue alone', () => {
    for (const [thing, ground] of [
      [
        [40, 40, 40],
        [200, 200, 200],
      ],
      [
        [180, 90, 80],
        [70, 130, 110],
      ],
    ]) {
      const { contours } = contoursOf(120, 100, (x, y) => (inDisc(x, y) ? thing : ground));
      expect(contours.count).to.equal(2);
      expect(contours.label[50 * 120 + 60]).not.to.equal(contours.label[0]);
    }
  });

  it('see nothing in an even picture, nor in grain', () => {
    const random = seeded(3);
    expect(contoursOf(60, 50, () => [120, 120, 120]).contours.count).to.equal(1);
    const grain = () => 120 + 12 * (random() - 0.5);
    expect(contoursOf(120, 100, () => [grain(), grain(), grain()]).contours.count).to.be.at.most(2);
  });

  it('nest: regions of less detail are made of whole regions of more, whatever the picture', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.double({ min: 0, max: 1 }),
        fc.double({ min: 0, max: 1 }),
        (seed, a, b) => {
          const random = seeded(seed);
          const spots = Array.from({ length: 6 }, () => [
            random() * 60,
            random() * 50,
            4 + 12 * random(),
            random() * 255,
          ]);
          const { cells, hierarchy } = contoursOf(60, 50, (x, y) => {
            const spot = spots.find(([sx, sy, radius]) => Math.hypot(x - sx, y - sy) < radius);
            const tone = (spot?.[3] ?? 128) + 8 * (random() - 0.5);
            return [tone, tone, tone];
          });
          const coarse = contoursAt(cells, hierarchy, Math.min(a, b));
          const fine = contoursAt(cells, hierarchy, Math.max(a, b));
          const into = new Map<number, number>();
          for (let i = 0; i < fine.label.length; i++) {
            const known = into.get(fine.label[i]);
            if (known === undefined) into.set(fine.label[i], coarse.label[i]);
            else expect(coarse.label[i]).to.equal(known);
          }
          expect(fine.count).to.be.at.least(coarse.count);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('say from which detail on a boundary is drawn, and keep to it', () => {
    const tone = (x: number, y: number) => (inDisc(x, y) ? (x < 60 ? 60 : 90) : 200);
    const { cells, hierarchy } = contoursOf(120, 100, (x, y) => [tone(x, y), tone(x, y), tone(x, y)]);
    const all = contoursAt(cells, hierarchy, 1);
    const at = (x: number) => all.label[50 * 120 + x];
    const [left, right, ground] = [at(40), at(80), at(2)];
    for (const [one, other, x, y] of [
      [left, right, 40, 80],
      [left, ground, 40, 2],
    ]) {
      const from = all.fromDetail(one, other);
      const below = contoursAt(cells, hierarchy, Math.max(0, from - 0.01));
      const above = contoursAt(cells, hierarchy, Math.min(1, from + 0.01));
      expect(above.label[50 * 120 + x]).not.to.equal(above.label[50 * 120 + y]);
      if (from > 0.01) expect(below.label[50 * 120 + x]).to.equal(below.label[50 * 120 + y]);
    }
  });
});

describe('weights', () => {
  it('are those of black and white where there is no colour, and a faint, crisp thing is a contour there too', () => {
    const grey = (value: number) => [value, value, value];
    const evidence = evidenceOf(120, 100, (x, y) => grey(inDisc(x, y) ? 140 : 160));
    const graph = new ContourGraph(cutIntoCells(evidence.steepness), evidence);
    const coloured = evidenceOf(120, 100, (x, y) => (inDisc(x, y) ? [140, 90, 60] : [60, 90, 140]));
    const other = new ContourGraph(cutIntoCells(coloured.steepness), coloured);
    expect(weightsFor(graph)).not.to.equal(weightsFor(other));
    const { contours } = contoursOf(120, 100, (x, y) => grey(inDisc(x, y) ? 140 : 160));
    expect(contours.count).to.equal(2);
  });
});

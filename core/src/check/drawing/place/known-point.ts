import type { Point } from '../../../geometry/index.js';

/** A place of the map, mm, and where it lies on the photograph, pixels. */
export type KnownPoint = { onMap: Point; inPicture: Point };

/** So many of them tell how a photograph lies on the surface. */
export const minPoints = 2;
export const maxPoints = 4;

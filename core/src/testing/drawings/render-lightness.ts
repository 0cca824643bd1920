import { renderDrawing, type KnownDrawing, type Lens, type Rendering } from '../../camera/index.js';
import { lightnessPlane } from '../../colour/index.js';
import { luminanceOfWindow, type Plane } from '../../raster/index.js';

/** The lightness (L\*) of a known drawing as it was taken, and where its places came to lie. */
export function renderLightness(
  drawing: KnownDrawing,
  rendering: Rendering,
): { lightness: Plane; lens: Lens } {
  const { picture, lens } = renderDrawing(drawing, rendering);
  const { width, height } = picture;
  const { data } = luminanceOfWindow(picture, { x: 0, y: 0, width, height }, width, height);
  return { lightness: { width, height, data: lightnessPlane(data) }, lens };
}

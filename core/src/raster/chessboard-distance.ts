/** No distance is told apart from here on. */
export const furthestChessboard = 255;

/**
 * How far every pixel lies from the nearest source, the larger of across and down, in one pass down and one up
 * (chessboard distance, Rosenfeld & Pfaltz 1968).
 *
 * @param distance 0 at the sources and `furthestChessboard` elsewhere, with a rim of one pixel all round so that no pixel
 *   asks where it lies; becomes the distances
 * @param width without the rim
 * @param height without the rim
 */
export function spreadChessboard(distance: Uint8Array, width: number, height: number): void {
  const stride = width + 2;
  for (let y = 0, at = stride + 1; y < height; y++, at += 2) {
    for (let x = 0; x < width; x++, at++) {
      if (distance[at] === 0) continue;
      const above = at - stride;
      const least = Math.min(distance[at - 1], distance[above - 1], distance[above], distance[above + 1]);
      if (least < furthestChessboard) distance[at] = least + 1;
    }
  }
  for (let y = height - 1, at = stride * (height + 1) - 2; y >= 0; y--, at -= 2) {
    for (let x = width - 1; x >= 0; x--, at--) {
      const below = at + stride;
      const least = Math.min(distance[at + 1], distance[below - 1], distance[below], distance[below + 1]);
      if (least + 1 < distance[at]) distance[at] = least + 1;
    }
  }
}

/** A photograph in which the drawing was not found. The message says what to do. */
export class DrawingNotFound extends Error {
  override name = 'DrawingNotFound';
}

/** What is said when it is not there. */
export const notFound =
  'The drawing was not found in this picture. Take it from above, with the whole sheet in view, in even light; or set the four corners of the sheet by hand.';

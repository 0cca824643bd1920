/** So much of the contrast is enough to follow a line at arm's length. */
const enoughContrast = 0.5;

/** What the room leaves of the contrast. */
export function ContrastLeft({ contrast }: { contrast: number }) {
  return (
    <p>
      The room leaves <strong>{Math.round(100 * contrast)} %</strong> of the contrast.{' '}
      {contrast < enoughContrast
        ? 'Darken the room, or trace in sections with the projector nearer.'
        : 'That is enough to follow a line.'}
    </p>
  );
}

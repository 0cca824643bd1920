import type { Note } from '../notes/index.js';
import type { ReferenceDecisions } from './decisions.js';

/**
 * Notes on the reference: its size and whose it is.
 *
 * @param size sides of the upright picture, pixels
 */
export function referenceNotes(
  decisions: ReferenceDecisions,
  size: { width: number; height: number },
): Note<Partial<ReferenceDecisions>>[] {
  const notes: Note<Partial<ReferenceDecisions>>[] = [];
  const megapixels = (size.width * size.height) / 1e6;
  const small = megapixels < 0.5;
  notes.push({
    id: 'reference-size',
    weight: small ? 'watch' : 'plain',
    says: `The picture has ${size.width} × ${size.height} pixels, ${megapixels.toFixed(1)} megapixels.`,
    why: small
      ? 'So few pixels show little on a large surface. If there is a larger version, use that one.'
      : 'How large it can be drawn and still be seen crisply is worked out at Fit, from the size of the surface.',
    ways: [],
  });
  if (decisions.permission === 'unsure') {
    notes.push({
      id: 'reference-permission',
      weight: 'watch',
      says: 'It is not yet noted by what right this picture is used.',
      why: 'Working from another person’s picture can need their permission, and the law differs from place to place. Your own photograph and composition are the safe case. This is a reminder, not legal advice; the decision is yours.',
      ways: [{ label: 'It is my own picture', change: { permission: 'own' } }],
    });
  }
  return notes;
}

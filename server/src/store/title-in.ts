import { z } from 'zod';

const titleSchema = z.looseObject({ title: z.string() });

/** The title in a record of decisions, as far as it can be read. */
export function titleIn(decisions: string): string {
  try {
    return titleSchema.parse(JSON.parse(decisions)).title.slice(0, 200);
  } catch {
    return 'A work that cannot be read';
  }
}

import { z } from 'zod';

/** What allows the picture to be worked from. */
export const permissions = ['own', 'granted', 'free', 'unsure'] as const;
export type Permission = (typeof permissions)[number];

/** In the painter's words. */
export const permissionWords: Readonly<Record<Permission, string>> = {
  own: 'my own picture',
  granted: 'used with permission',
  free: 'free to use',
  unsure: 'not yet clear',
};

/** Whose picture it is. */
export const referenceDecisionsSchema = z.object({
  owner: z.string().max(200),
  permission: z.enum(permissions),
  permissionNote: z.string().max(2000),
});
export type ReferenceDecisions = z.infer<typeof referenceDecisionsSchema>;

export const defaultReferenceDecisions: ReferenceDecisions = {
  owner: '',
  permission: 'unsure',
  permissionNote: '',
};

/** The largest picture that is taken in. */
export const mostMegapixels = 120;
export const mostMegabytes = 80;

import { z } from 'zod';

/** SHA-256 of a picture's file as it came, by which it is called everywhere. */
export const pictureHashSchema = z.string().regex(/^[0-9a-f]{64}$/);

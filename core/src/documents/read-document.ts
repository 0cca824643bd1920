import { z } from 'zod';

/** A file that is not what it should be. The message is one sentence for the person who opened it. */
export class DocumentError extends Error {
  override name = 'DocumentError';
  /** Where in the file the first fault lies, such as `lines.3.points.0`, or undefined. */
  readonly field: string | undefined;

  constructor(message: string, field?: string) {
    super(message);
    this.field = field;
  }
}

type Kind<T> = { schema: z.ZodType<T>; format: string; version: number; name: string };

const header = z.looseObject({ format: z.string(), version: z.number() });

/**
 * Parses JSON text as one of the open formats.
 *
 * @throws DocumentError when it is not JSON, another format, a newer version, or has a bad field
 */
export function readDocument<T>(text: string, { schema, format, version, name }: Kind<T>): T {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new DocumentError(`This is not a ${name} file: it is not readable as JSON.`);
  }
  const head = header.safeParse(json);
  if (!head.success || head.data.format !== format) {
    throw new DocumentError(`This is not a ${name} file: its "format" is not "${format}".`, 'format');
  }
  if (head.data.version > version) {
    throw new DocumentError(
      `This ${name} file is of version ${head.data.version}, newer than the ${version} this program reads. Update the program to open it.`,
      'version',
    );
  }
  const parsed = schema.safeParse(json);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    const field = issue.path.join('.');
    throw new DocumentError(`This ${name} file is damaged at ${field}: ${issue.message}.`, field);
  }
  return parsed.data;
}

import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { sign, unsign } from 'cookie-signature';
import { customAlphabet, nanoid } from 'nanoid';
import { z } from 'zod';
import type { Device } from '@nobrel/core/file';
import { writeWhole } from '../store/whole-files.js';

/** Letters and digits that cannot be taken for each other when they are read off a screen. */
const newCode = customAlphabet('23456789ABCDEFGHJKMNPQRSTUVWXYZ', 8);

const keptSchema = z.object({
  secret: z.string().min(32),
  devices: z.array(z.object({ id: z.string(), name: z.string(), since: z.iso.datetime() })),
});

/** Spaces, dashes and small letters make no difference to a code. */
const plain = (code: string) => code.replace(/[\s-]/g, '').toUpperCase();

/**
 * Devices that were let in with the access code. They stay let in when the program is started again, until they are
 * disconnected; the code is a new one each time.
 */
export class Devices {
  readonly code = newCode();

  private constructor(
    private readonly path: string,
    private readonly secret: string,
    private kept: Device[],
  ) {}

  /** Reads who was let in before; what cannot be read lets nobody in. */
  static async open(dataFolder: string): Promise<Devices> {
    const path = join(dataFolder, 'devices.json');
    const text = await readFile(path, 'utf8').catch(() => '');
    let read: z.infer<typeof keptSchema> | undefined;
    try {
      read = keptSchema.parse(JSON.parse(text));
    } catch {
      // A new secret: every device shows the code again.
    }
    return new Devices(path, read?.secret ?? randomBytes(32).toString('hex'), read?.devices ?? []);
  }

  list(): readonly Device[] {
    return this.kept;
  }

  isCode(code: string): boolean {
    return plain(code) === this.code;
  }

  /** Lets a device in and gives what it shows from then on. */
  async letIn(name: string): Promise<string> {
    const device = { id: nanoid(16), name, since: new Date().toISOString() };
    this.kept = [...this.kept, device];
    await this.write();
    return sign(device.id, this.secret);
  }

  /** Whether what a device shows was given by this program, to one that was not disconnected. */
  isLetIn(shown: string): boolean {
    const id = unsign(shown, this.secret);
    return id !== false && this.kept.some((device) => device.id === id);
  }

  async disconnect(id: string): Promise<void> {
    this.kept = this.kept.filter((device) => device.id !== id);
    await this.write();
  }

  private write(): Promise<void> {
    // Whoever knows the secret can let in any device.
    return writeWhole(this.path, JSON.stringify({ secret: this.secret, devices: this.kept }), 0o600);
  }
}

/** Kills the program in the middle of everything, again and again, and looks whether anything it had answered is gone. */
import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { z } from 'zod';
import { flatFileSchema, pictureSchema, verifiedSchema, workSchema, type Work } from '@nobrel/core/file';
import { mapWith } from '@nobrel/core/testing';
import { pictureOf, random, startProgram } from './running.js';

const rounds = z.coerce.number().int().default(200).parse(process.argv[2]);
const next = random(20261127);

/** What was answered as kept. */
const kept = {
  titles: new Map<string, { revision: number; title: string }>(),
  pictures: new Set<string>(),
  maps: new Map<string, string>(),
  works: new Set<string>(),
};
let lost = 0;
let answered = 0;

const folder = await mkdtemp(join(tmpdir(), 'nobrel-kill-'));
let works: Work[] = [];
let bundle: Uint8Array | null = null;

/** Runs until the program is gone. */
const untilGone = (act: () => Promise<void>) => act().catch(() => undefined);

for (let round = 0; round <= rounds; round++) {
  const program = await startProgram(folder);
  // What had been answered before it was killed is there.
  for (const [id, { revision, title }] of kept.titles) {
    const work = workSchema.parse(await (await program.call('GET', `api/works/${id}`)).json());
    if (work.revision < revision || (work.revision === revision && work.decisions.title !== title)) lost++;
  }
  for (const hash of kept.pictures)
    if ((await program.call('GET', `api/pictures/${hash}/small`)).status !== 200) lost++;
  for (const [id, name] of kept.maps) {
    const text = await (await program.call('GET', `api/works/${id}/map.json`)).text();
    if (Number(/"round": ?(\d+)/.exec(text)?.[1] ?? -1) < Number(name)) lost++;
  }
  const list = flatFileSchema.parse(await (await program.call('GET', 'api/works')).json());
  for (const id of kept.works) if (!list.works.some((work) => work.id === id)) lost++;
  if (round === rounds) {
    const verified = verifiedSchema.parse(await (await program.call('POST', 'api/verify')).json());
    const half = (await readdir(join(folder, 'pictures', 'incoming'))).length;
    const broken = (await readdir(join(folder, 'backups')).catch(() => [])).filter((name) =>
      name.startsWith('making-'),
    );
    console.log(
      `${rounds} rounds of kill -9: ${answered} writes answered, ${lost} lost; ${half} half folders; ${broken.length} broken off backups lie beside the whole ones; verify: ${verified.faults.length} faults`,
    );
    for (const fault of verified.faults) console.log(fault);
    await program.kill();
    break;
  }
  if (works.length === 0) {
    const picture = pictureSchema.parse(
      await (await program.upload('api/pictures', 'picture', await pictureOf(0), 'first.jpg')).json(),
    );
    for (let i = 0; i < 3; i++)
      works.push(
        workSchema.parse(await (await program.call('POST', 'api/works', { picture: picture.hash })).json()),
      );
    bundle = new Uint8Array(
      await (await program.call('GET', `api/works/${works[0]?.id}/bundle`)).arrayBuffer(),
    );
  }
  works = await Promise.all(
    works.map(async ({ id }) =>
      workSchema.parse(await (await program.call('GET', `api/works/${id}`)).json()),
    ),
  );
  const going = [
    ...works.map((work) =>
      untilGone(async () => {
        for (let revision = work.revision; ; revision++) {
          const title = `Round ${round}, ${revision}`;
          const decisions = { ...work.decisions, title };
          const answer = await program.call('PUT', `api/works/${work.id}`, { revision, decisions });
          if (answer.status !== 200) throw new Error(String(answer.status));
          kept.titles.set(work.id, { revision: revision + 1, title });
          answered++;
        }
      }),
    ),
    untilGone(async () => {
      const seed = 1000 + round;
      const answer = await program.upload('api/pictures', 'picture', await pictureOf(seed), `${seed}.jpg`);
      kept.pictures.add(pictureSchema.parse(await answer.json()).hash);
      answered++;
    }),
    untilGone(async () => {
      const [work] = works;
      if (!work) return;
      const map = { ...mapWith(300, 240), settings: { round } };
      const answer = await program.call('PUT', `api/works/${work.id}/map`, map);
      if (answer.status !== 200) return;
      kept.maps.set(work.id, String(round));
      answered++;
    }),
    untilGone(async () => {
      if (round % 5 === 0) await program.call('POST', 'api/backups', {});
    }),
    untilGone(async () => {
      if (round % 10 !== 3 || !bundle) return;
      const answer = await program.upload('api/bundles', 'bundle', bundle, 'work.nobrel.zip');
      kept.works.add(workSchema.parse(await answer.json()).id);
      answered++;
    }),
  ];
  await new Promise((resolve) => setTimeout(resolve, 30 + 500 * next()));
  await program.kill();
  await Promise.all(going);
}
await rm(folder, { recursive: true, force: true });
process.exitCode = lost > 0 ? 1 : 0;

import { bytesOfColour, decodeSrgb, deltaE2000, labOfLinear } from '../../colour/index.js';
import { roomLux, type RoomLight } from '../seen/through-paper.js';

/** Colours of light that a line can be thrown in. */
export const lineColours = [
  { name: 'white', colour: '#ffffff' },
  { name: 'yellow', colour: '#ffff00' },
  { name: 'green', colour: '#00ff00' },
  { name: 'cyan', colour: '#00ffff' },
  { name: 'magenta', colour: '#ff00ff' },
  { name: 'red', colour: '#ff0000' },
] as const;

/** Where nothing is drawn a projector still throws this share of its light. */
const blackShare = 1 / 500;
/** A colour has to show so much better than white before it is named: white light strains the eyes least. */
const worthNaming = 1.1;

/** What lines are thrown on, and in which light. */
export type LineLight = {
  /** Of the ground, sRGB, such as `#cfc6b4`. */
  groundColour: string;
  room: RoomLight;
  lumens: number;
  /** Of the whole picture on the wall, m². */
  areaM2: number;
};

type Linear = readonly [number, number, number];
const linearOf = (colour: string): Linear => {
  const [red, green, blue] = bytesOfColour(colour);
  return [decodeSrgb(red / 255), decodeSrgb(green / 255), decodeSrgb(blue / 255)];
};

/**
 * How well a line shows: CIEDE2000 between the ground with the line's light on it and without. The ground throws back its
 * colour of what falls on it: the light of the room, and of the projector over its picture. The eye is taken to be used to
 * a white sheet in both lights.
 */
export function lineShows(colour: string, { groundColour, room, lumens, areaM2 }: LineLight): number {
  const projected = lumens / areaM2;
  const white = roomLux[room] + projected;
  const ground = linearOf(groundColour);
  const seen = (light: Linear) => {
    const [red, green, blue] = ground.map(
      (share, k) => (share * (roomLux[room] + projected * Math.max(blackShare, light[k]))) / white,
    );
    return labOfLinear(red, green, blue);
  };
  return deltaE2000(seen(linearOf(colour)), seen([0, 0, 0]));
}

/** A colour that lines show better in, and how many times as well. */
export type BetterLineColour = { name: string; colour: string; times: number };

/**
 * The colour that lines show best in, white before any that shows hardly better; null where the one they are in shows
 * about as well.
 *
 * @param shown the colour they are in, such as `#ffffff`
 */
export function betterLineColour(light: LineLight, shown: string): BetterLineColour | null {
  const [white, ...others] = lineColours.map((each) => ({ ...each, shows: lineShows(each.colour, light) }));
  const best = others.reduce((most, each) => (each.shows > most.shows ? each : most));
  const { name, colour, shows } = best.shows > worthNaming * white.shows ? best : white;
  const times = shows / lineShows(shown, light);
  return times > worthNaming ? { name, colour, times } : null;
}

import { lazyTool, type Tool } from '../../bench/tool-row.js';

/** What can be taken in hand at Map. */
export type MapTool =
  | 'look'
  | 'strokes'
  | 'values'
  | 'things'
  | 'lines'
  | 'shapes'
  | 'draw'
  | 'areas'
  | 'guides'
  | 'pins'
  | 'versions';

const tools: readonly Tool<MapTool>[] = [
  lazyTool('look', 'Look', async () => (await import('./look-tool.js')).LookTool),
  lazyTool('strokes', 'Strokes', async () => (await import('./strokes-tool.js')).StrokesTool),
  lazyTool('values', 'Values', async () => (await import('./values-tool.js')).ValuesTool),
  lazyTool('things', 'Things', async () => (await import('./things-tool.js')).ThingsTool),
  lazyTool('lines', 'Lines', async () => (await import('./lines-tool.js')).LinesTool),
  lazyTool('shapes', 'Shapes', async () => (await import('./shapes-tool.js')).ShapesTool),
  lazyTool('draw', 'Draw along', async () => (await import('./draw-tool.js')).DrawTool),
  lazyTool('areas', 'Areas', async () => (await import('./areas-tool.js')).AreasTool),
  lazyTool('guides', 'Guides', async () => (await import('./guides-tool.js')).GuidesTool),
  lazyTool('pins', 'Pins', async () => (await import('./pins-tool.js')).PinsTool),
  lazyTool('versions', 'Versions', async () => (await import('./versions-tool.js')).VersionsTool),
];

/** What only a photograph, and what only a drawing, gives work to. */
const ofPhotographs: readonly MapTool[] = ['look', 'values', 'things', 'shapes'];
const ofDrawings: readonly MapTool[] = ['strokes'];

type Tools = readonly [Tool<MapTool>, ...Tool<MapTool>[]];

function toolsWithout(left: readonly MapTool[]): Tools {
  const [first, ...rest] = tools.filter(({ id }) => !left.includes(id));
  if (!first) throw new Error('There is no tool.');
  return [first, ...rest];
}

/** The tools for what the reference is. */
export const mapTools = { photograph: toolsWithout(ofDrawings), drawing: toolsWithout(ofPhotographs) };

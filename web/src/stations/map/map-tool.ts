import { lazyTool, type Tool } from '../../bench/tool-row.js';

/** What can be taken in hand at Map. */
export type MapTool =
  | 'look'
  | 'strokes'
  | 'clean-up'
  | 'values'
  | 'things'
  | 'lines'
  | 'shapes'
  | 'draw'
  | 'from-paper'
  | 'areas'
  | 'guides'
  | 'pins'
  | 'versions';

const look = lazyTool<MapTool>('look', 'Look', async () => (await import('./tools/look-tool.js')).LookTool);
const strokes = lazyTool<MapTool>(
  'strokes',
  'Strokes',
  async () => (await import('./tools/strokes-tool.js')).StrokesTool,
);
const cleanUp = lazyTool<MapTool>(
  'clean-up',
  'Clean up',
  async () => (await import('./tools/clean-up-tool.js')).CleanUpTool,
);
const values = lazyTool<MapTool>(
  'values',
  'Values',
  async () => (await import('./tools/values-tool.js')).ValuesTool,
);
const things = lazyTool<MapTool>(
  'things',
  'Things',
  async () => (await import('./tools/things-tool.js')).ThingsTool,
);
const lines = lazyTool<MapTool>(
  'lines',
  'Lines',
  async () => (await import('./tools/lines-tool.js')).LinesTool,
);
const shapes = lazyTool<MapTool>(
  'shapes',
  'Shapes',
  async () => (await import('./tools/shapes-tool.js')).ShapesTool,
);

/** What works on any map. */
const shared: readonly Tool<MapTool>[] = [
  lazyTool('draw', 'Draw along', async () => (await import('./tools/draw-tool.js')).DrawTool),
  lazyTool(
    'from-paper',
    'From paper',
    async () => (await import('./tools/from-paper-tool.js')).FromPaperTool,
  ),
  lazyTool('areas', 'Areas', async () => (await import('./tools/areas-tool.js')).AreasTool),
  lazyTool('guides', 'Guides', async () => (await import('./tools/guides-tool.js')).GuidesTool),
  lazyTool('pins', 'Pins', async () => (await import('./tools/pins-tool.js')).PinsTool),
  lazyTool('versions', 'Versions', async () => (await import('./tools/versions-tool.js')).VersionsTool),
];

/** The tools for what the reference is: a drawing has no things to be worked on, and no values or shapes but those of its tone. */
export const mapTools: Record<
  'photograph' | 'drawing' | 'tonedDrawing',
  readonly [Tool<MapTool>, ...Tool<MapTool>[]]
> = {
  photograph: [look, values, things, lines, shapes, ...shared],
  drawing: [strokes, cleanUp, lines, ...shared],
  tonedDrawing: [strokes, cleanUp, values, lines, shapes, ...shared],
};

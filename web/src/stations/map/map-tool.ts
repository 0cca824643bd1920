import { lazyTool, type Tool } from '../../bench/tool-row.js';

/** What can be taken in hand at Map. */
export type MapTool =
  'look' | 'values' | 'things' | 'lines' | 'shapes' | 'draw' | 'areas' | 'guides' | 'pins' | 'versions';

export const mapTools: readonly [Tool<MapTool>, ...Tool<MapTool>[]] = [
  lazyTool('look', 'Look', async () => (await import('./look-tool.js')).LookTool),
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

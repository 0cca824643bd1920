import { lazyTool, type Tool } from '../../bench/tool-row.js';

export type TransferTool = 'steps' | 'methods' | 'seen' | 'paint' | 'order' | 'slipped';

/** What can be taken in hand at Transfer. */
export const transferTools: readonly [Tool<TransferTool>, ...Tool<TransferTool>[]] = [
  { id: 'steps', label: 'Steps' },
  lazyTool('methods', 'Methods', async () => (await import('./tools/methods-tool.js')).MethodsTool),
  lazyTool('seen', 'What is seen', async () => (await import('./tools/seen-tool.js')).SeenTool),
  lazyTool('paint', 'Under the paint', async () => (await import('./tools/paint-tool.js')).PaintTool),
  lazyTool('order', 'Order', async () => (await import('./tools/order-tool.js')).OrderTool),
  lazyTool('slipped', 'Slipped?', async () => (await import('./tools/slip-tool.js')).SlipTool),
];

import { parseSync, type INode } from 'svgson';
import svgpath from 'svgpath';
import { flattenCubic } from '../geometry/index.js';
import { checkPoints, linesAsMap, type Brought, type BroughtLine } from './lines-as-map.js';
import { edgeQualities, lineKinds } from './map-document.js';
import { DocumentError } from './read-document.js';
import { svgSize, type Matrix } from './svg-size.js';

/** Curves are followed this closely, mm. */
const toleranceMm = 0.03;

/** Text longer than this is refused before it is read, characters. */
const maxText = 120e6;

/** Parts that are drawn only where something else asks for them. */
const asideTags = new Set([
  'defs',
  'symbol',
  'clipPath',
  'mask',
  'marker',
  'pattern',
  'linearGradient',
  'radialGradient',
  'filter',
  'style',
  'metadata',
  'title',
  'desc',
]);

/** What was passed over, counted by what it was. */
type Passed = { text: number; pictures: number; scripts: number; outside: number };

const deepest = 60;

/**
 * Reads the lines of an SVG made elsewhere: paths, lines, polylines, polygons, rectangles, circles and ellipses, in
 * nested groups with their transforms, and copies by `use`, at their true size in mm. Text, pictures and scripts are
 * passed over, and nothing outside the file is looked at.
 *
 * @throws DocumentError with a sentence that says what to do
 */
export function readSvg(text: string): Brought {
  if (text.length > maxText)
    throw new DocumentError('This SVG is too large to read: simplify it where it was made.');
  if (/<!ENTITY/i.test(text))
    throw new DocumentError('This SVG defines entities, which can hide what is in it: save it as plain SVG.');
  const root = parse(text);
  const { size, toMm } = svgSize(root);
  const reader = new Reader(root, toMm);
  reader.read(root, []);
  return linesAsMap(reader.lines, size, told(reader.passed));
}

function parse(text: string): INode {
  let root: INode;
  try {
    root = parseSync(text);
  } catch {
    throw new DocumentError('This is not an SVG that can be read: its tags do not fit together.');
  }
  if (root.name !== 'svg')
    throw new DocumentError('This is not an SVG file: its outermost part is no <svg>.');
  return root;
}

class Reader {
  readonly lines: BroughtLine[] = [];
  readonly passed: Passed = { text: 0, pictures: 0, scripts: 0, outside: 0 };
  private readonly byId = new Map<string, INode>();
  private points = 0;

  constructor(
    root: INode,
    private readonly toMm: Matrix,
  ) {
    const index = (node: INode, depth: number): void => {
      if (depth > deepest)
        throw new DocumentError('The groups of this SVG are nested too deeply: save it as plain SVG.');
      const { id } = node.attributes;
      if (id !== undefined && !this.byId.has(id)) this.byId.set(id, node);
      node.children.forEach((child) => index(child, depth + 1));
    };
    index(root, 0);
  }

  /** @param transforms from the innermost group outwards */
  read(node: INode, transforms: readonly string[], copies = 0): void {
    const { name, attributes } = node;
    if (name === 'script') this.passed.scripts++;
    if (name === 'text' || name === 'tspan') this.passed.text++;
    if (name === 'image' || name === 'foreignObject') this.passed.pictures++;
    if (asideTags.has(name) || ['script', 'text', 'image', 'foreignObject'].includes(name)) return;
    if (isHidden(attributes)) return;
    const own = attributes['transform'] ? [attributes['transform'], ...transforms] : transforms;
    if (name === 'use') {
      this.copy(node, own, copies);
      return;
    }
    const data = dataOf(node);
    if (data !== null) this.draw(data, own, attributes);
    for (const child of node.children) this.read(child, own, copies);
  }

  private copy({ attributes }: INode, transforms: readonly string[], copies: number): void {
    const href = attributes['href'] ?? attributes['xlink:href'] ?? '';
    if (!href.startsWith('#')) {
      this.passed.outside++;
      return;
    }
    const target = this.byId.get(href.slice(1));
    if (!target || copies > 8) return;
    const { x = '0', y = '0' } = attributes;
    const moved = [`translate(${Number(x) || 0} ${Number(y) || 0})`, ...transforms];
    if (target.name === 'symbol') target.children.forEach((child) => this.read(child, moved, copies + 1));
    else this.read(target, moved, copies + 1);
  }

  private draw(data: string, transforms: readonly string[], attributes: Record<string, string>): void {
    let path = svgpath(data);
    for (const transform of transforms) path = path.transform(transform);
    path = path
      .matrix([...this.toMm])
      .abs()
      .unshort()
      .unarc();
    const kind = lineKinds.find((one) => one === attributes['data-kind']);
    const edge = edgeQualities.find((one) => one === attributes['data-edge']);
    const told = { ...(kind ? { kind } : {}), ...(edge ? { edge } : {}) };
    for (const line of runsOf(path)) {
      this.points += line.points.length;
      checkPoints(this.points);
      this.lines.push({ ...line, ...told });
    }
  }
}

function isHidden({ display, visibility, style = '' }: Record<string, string>): boolean {
  return (
    display === 'none' ||
    visibility === 'hidden' ||
    /(?:^|;)\s*display\s*:\s*none/.test(style) ||
    /(?:^|;)\s*visibility\s*:\s*hidden/.test(style)
  );
}

/** What a part draws, as path data in its own units; null for what draws nothing by itself. */
function dataOf({ name, attributes }: INode): string | null {
  const at = (key: string) => Number.parseFloat(attributes[key] ?? '0') || 0;
  switch (name) {
    case 'path':
      return attributes['d'] ?? null;
    case 'line':
      return `M${at('x1')} ${at('y1')}L${at('x2')} ${at('y2')}`;
    case 'polyline':
    case 'polygon': {
      const numbers = (attributes['points'] ?? '').match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi) ?? [];
      if (numbers.length < 4) return null;
      return `M${numbers.slice(0, numbers.length & ~1).join(' ')}${name === 'polygon' ? 'Z' : ''}`;
    }
    case 'rect': {
      const [x, y, width, height] = [at('x'), at('y'), at('width'), at('height')];
      if (!(width > 0 && height > 0)) return null;
      const rx = Math.min(width / 2, at('rx') || at('ry'));
      const ry = Math.min(height / 2, at('ry') || at('rx'));
      if (!(rx > 0 && ry > 0)) return `M${x} ${y}h${width}v${height}h${-width}Z`;
      const arc = (dx: number, dy: number) => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`;
      return `M${x + rx} ${y}h${width - 2 * rx}${arc(rx, ry)}v${height - 2 * ry}${arc(-rx, ry)}h${2 * rx - width}${arc(-rx, -ry)}v${2 * ry - height}${arc(rx, -ry)}Z`;
    }
    case 'circle':
    case 'ellipse': {
      const rx = name === 'circle' ? at('r') : at('rx');
      const ry = name === 'circle' ? at('r') : at('ry');
      if (!(rx > 0 && ry > 0)) return null;
      const [x, y] = [at('cx'), at('cy')];
      return `M${x - rx} ${y}a${rx} ${ry} 0 1 1 ${2 * rx} 0a${rx} ${ry} 0 1 1 ${-2 * rx} 0Z`;
    }
    default:
      return null;
  }
}

/** The runs of a path in mm, its curves flattened. */
function runsOf(path: ReturnType<typeof svgpath>): BroughtLine[] {
  const runs: BroughtLine[] = [];
  let run: number[] = [];
  const finish = (closed: boolean) => {
    if (run.length >= 4) {
      const points: [number, number][] = [];
      for (let i = 0; i < run.length; i += 2) points.push([run[i], run[i + 1]]);
      runs.push({ points, closed });
    }
    run = [];
  };
  let start: [number, number] = [0, 0];
  path.iterate((segment, _index, x, y) => {
    const [, ...values] = segment;
    const command: string = segment[0];
    const numbers = values.map(Number);
    // After a closing the pen is back at the start of what it closed.
    if (run.length === 0 && command !== 'M') run.push(x, y);
    switch (command) {
      case 'M':
        finish(false);
        start = [numbers[0], numbers[1]];
        run.push(...start);
        break;
      case 'L':
        run.push(numbers[0], numbers[1]);
        break;
      case 'H':
        run.push(numbers[0], y);
        break;
      case 'V':
        run.push(x, numbers[0]);
        break;
      case 'C':
        flattenCubic([x, y, ...numbers], toleranceMm, run);
        break;
      case 'Q': {
        const [qx, qy, ex, ey] = numbers;
        const third = (from: number, to: number) => from + (2 / 3) * (to - from);
        flattenCubic(
          [x, y, third(x, qx), third(y, qy), third(ex, qx), third(ey, qy), ex, ey],
          toleranceMm,
          run,
        );
        break;
      }
      default:
        finish(true);
    }
    return undefined;
  });
  finish(false);
  return runs;
}

function told({ text, pictures, scripts, outside }: Passed): string[] {
  const says: string[] = [];
  const count = (n: number, one: string, many: string) => (n === 1 ? `One ${one} was` : `${n} ${many} were`);
  if (text > 0)
    says.push(`${count(text, 'piece of text', 'pieces of text')} passed over: only lines can be traced.`);
  if (pictures > 0)
    says.push(`${count(pictures, 'picture', 'pictures')} passed over: only lines can be traced.`);
  if (scripts > 0) says.push(`${count(scripts, 'script', 'scripts')} passed over and not run.`);
  if (outside > 0)
    says.push(
      `${count(outside, 'part', 'parts')} from outside the file passed over: copy it into the file where it was made.`,
    );
  return says;
}

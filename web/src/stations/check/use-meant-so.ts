import type { Finding, Round } from '@nobrel/core/check';
import type { MapLine } from '@nobrel/core/documents';
import { anchorOf } from '@nobrel/core/map';
import { useCorrections, type NewCorrection } from '../../bench/use-corrections.js';
import { useCheckBench } from './use-check.js';

/** Takes a finding as an intended change: the map adopts it as corrections, undone in one step with the finding. */
export function useMeantSo(): (finding: Finding, round: Round) => void {
  const { map, check } = useCheckBench();
  const corrections = useCorrections();
  return (finding, round) => {
    const lines = map.lines.filter(({ id }) => finding.lines.includes(id));
    const settled = { ...round.settled, [finding.key]: 'taken-over' as const };
    corrections.addAll(correctionsOf(finding, lines), {
      room: 'check',
      change: {
        rounds: check.rounds.map((other) => (other.id === round.id ? { ...other, settled } : other)),
      },
    });
  };

  function correctionsOf(finding: Finding, lines: readonly MapLine[]): NewCorrection[] {
    const drop = lines.map((line): NewCorrection => ({
      does: 'drop',
      line: anchorOf(line, corrections.picture),
    }));
    const draw = (points: readonly (readonly [number, number])[]): NewCorrection => ({
      does: 'draw',
      path: points.map(([x, y]) => corrections.toPicture({ x, y })),
      edge: 'hard',
      widthMm: null,
    });
    if (finding.kind === 'missing') return drop;
    if (finding.kind === 'extra') return [draw(finding.points)];
    if (finding.kind === 'ellipse')
      return [...drop, draw([...finding.points, ...finding.points.slice(0, 1)])];
    if (finding.kind === 'whole' || finding.kind === 'dark') return [];
    const { at, move } = finding;
    const angleRad = (move.angleDeg * Math.PI) / 180;
    const [c, s] = [move.scale * Math.cos(angleRad), move.scale * Math.sin(angleRad)];
    const moved = ([x, y]: readonly [number, number]): [number, number] => [
      at.x + move.dx + c * (x - at.x) - s * (y - at.y),
      at.y + move.dy + s * (x - at.x) + c * (y - at.y),
    ];
    return [
      ...drop,
      ...lines.map(({ points, closed }) =>
        draw((closed ? [...points, ...points.slice(0, 1)] : points).map(moved)),
      ),
    ];
  }
}

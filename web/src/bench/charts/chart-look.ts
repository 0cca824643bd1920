import { Chart } from 'chart.js';
import { useAppSelector } from '../../store/hooks.js';
import { rooms, sans } from '../../theme/tokens.js';

Chart.defaults.font.family = sans;
Chart.defaults.font.size = 13;

/** Colours of axes, as the room has them. */
export function useChartLook() {
  const { quiet, hairline } = rooms[useAppSelector((state) => state.view.room)];
  return { color: quiet, borderColor: hairline };
}

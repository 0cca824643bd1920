import { Tour } from 'antd';
import { useAppDispatch } from '../../store/hooks.js';
import { tourEnded } from '../../store/view-slice.js';

const find = (selector: string) => () => document.querySelector<HTMLElement>(selector) ?? document.body;

const steps = [
  {
    title: 'The order of work',
    description:
      'Seven stations, from the reference to the record. Each tells one fact of where it stands; come and go as you like.',
    target: find('.strip'),
  },
  {
    title: 'The sentence',
    description:
      'What is decided here, in words. Click a gap to change it, or walk through them with Tab. Rarer decisions are behind More.',
    target: find('.sentence'),
    placement: 'bottom',
  },
  {
    title: 'The margin',
    description:
      'What was measured and judged, with its figure, the reason, and ways out to take with a click. Set a note aside when you know better.',
    target: find('.notes'),
    placement: 'left',
  },
] as const;

/** A short tour of the three things on the bench, shown once; its key shows it again. */
export function BenchTour() {
  const dispatch = useAppDispatch();
  const end = () => void dispatch(tourEnded());
  return <Tour open mask={false} steps={steps.map((step) => ({ ...step }))} onClose={end} onFinish={end} />;
}

import { Button, Dropdown } from 'antd';
import { useNavigate } from 'react-router';
import type { SheetDecisions } from '@nobrel/core/sheets';
import { messageOf, usePrintMutation } from '../../store/api.js';
import { useAppDispatch, useUnit, useWork } from '../../store/hooks.js';
import { printingRecorded } from '../../store/work-slice.js';

type Format = { key: string; label: string; path: (page: number) => string };

const formats: readonly Format[] = [
  { key: 'svg', label: 'This page as SVG', path: (page) => `page-${page}.svg` },
  { key: 'png', label: 'This page as PNG, 300 pixels an inch', path: (page) => `page-${page}.png?ppi=300` },
];
const holeFormats: readonly Format[] = [
  { key: 'csv', label: 'The holes as CSV', path: () => 'holes.csv' },
  { key: 'dxf', label: 'The holes as DXF points', path: () => 'holes.dxf' },
];

type TakeAwayProps = { disabled: boolean; decisions: SheetDecisions; pageNumber: number };

/** Saves the sheets as PDF or in another format, or prints them from the page. */
export function TakeAway({ disabled, decisions, pageNumber }: TakeAwayProps) {
  const { id } = useWork();
  const unit = useUnit();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [print, { isLoading, error }] = usePrintMutation();
  const save = async (path: string) => {
    const answer = await print({ id, decisions });
    if (!answer.data) return;
    dispatch(printingRecorded({ id, printing: answer.data }));
    const link = document.createElement('a');
    link.href = `/api/printings/${answer.data.id}/${path}${path.includes('?') ? '&' : '?'}unit=${unit}`;
    link.download = '';
    link.click();
  };
  const offered = decisions.kind === 'pricking' ? [...formats, ...holeFormats] : formats;
  return (
    <>
      <Button type="primary" disabled={disabled} loading={isLoading} onClick={() => void save('sheets.pdf')}>
        Save the PDF
      </Button>{' '}
      <Dropdown
        trigger={['click']}
        disabled={disabled}
        menu={{
          items: [
            { key: 'page', label: 'Print from this page' },
            { type: 'divider' },
            ...offered.map(({ key, label }) => ({ key, label })),
          ],
          onClick: ({ key }) => {
            if (key === 'page') void navigate(`/works/${id}/print/sheets`);
            const format = offered.find((one) => one.key === key);
            if (format) void save(format.path(pageNumber));
          },
        }}
      >
        <Button>Other ways</Button>
      </Dropdown>
      {error && (
        <span className="gap-fault" role="alert">
          {messageOf(error)}
        </span>
      )}
    </>
  );
}

import { Button, Dropdown } from 'antd';
import { useNavigate } from 'react-router';
import { sheetKinds, sheetKindWords, type SheetDecisions } from '@nobrel/core/sheets';
import { messageOf } from '../../store/api/base.js';
import { usePrintMutation } from '../../store/api/sheets.js';
import { useUnit, useWork } from '../../store/hooks.js';
import { download, usePainting } from './use-painting.js';

type Format = { key: string; label: string; path: (page: number) => string };

const svg: Format = { key: 'svg', label: 'This page as SVG', path: (page) => `page-${page}.svg` };
/** For a screen, for an office printer, for a copy shop, for a film. */
const pngs: readonly Format[] = [150, 300, 600, 1200].map((ppi) => ({
  key: `png-${ppi}`,
  label: `${ppi} pixels an inch`,
  path: (page) => `page-${page}.png?ppi=${ppi}`,
}));
const itemOf = ({ key, label }: Format) => ({ key, label });
/** The map itself, whatever is printed. */
const mapFormats = [
  { key: 'map.json', label: 'The map as JSON' },
  { key: 'map.svg', label: 'The map as SVG' },
  { key: 'map.dxf', label: 'The map as DXF R12' },
] as const;
/** So few pages are painted before anyone could stop them. */
const fewPages = 24;

type TakeAwayProps = { disabled: boolean; decisions: SheetDecisions; pageNumber: number };

/** Saves the sheets as PDF or in another format, or prints them from the page. */
export function TakeAway({ disabled, decisions, pageNumber }: TakeAwayProps) {
  const work = useWork();
  const { id } = work;
  const unit = useUnit();
  const navigate = useNavigate();
  const [print, { isLoading, error }] = usePrintMutation();
  const painting = usePainting();
  const record = async () => {
    const answer = await print({ id, decisions });
    return answer.data ?? null;
  };
  const save = async (path: string) => {
    const printing = await record();
    if (printing)
      download(`/api/printings/${printing.id}/${path}${path.includes('?') ? '&' : '?'}unit=${unit}`);
  };
  const savePdf = async () => {
    const printing = await record();
    if (!printing) return;
    if (printing.pages <= fewPages) download(`/api/printings/${printing.id}/sheets.pdf?unit=${unit}`);
    else
      await painting.paint(
        printing.id,
        unit,
        `${work.decisions.title} ${sheetKindWords(decisions.kind)}.pdf`,
      );
  };
  const own = (sheetKinds[decisions.kind].files ?? []).map(({ name, label }): Format => ({
    key: name,
    label,
    path: () => `lists/${name}`,
  }));
  return (
    <>
      <span className="kept-together">
        <Button type="primary" disabled={disabled} loading={isLoading} onClick={() => void savePdf()}>
          Save the PDF
        </Button>{' '}
        <Dropdown
          trigger={['click']}
          disabled={disabled}
          menu={{
            items: [
              { key: 'page', label: 'Print from this page' },
              { type: 'divider' },
              itemOf(svg),
              { type: 'group', label: 'This page as PNG', children: pngs.map(itemOf) },
              ...own.map(itemOf),
              { type: 'divider' },
              ...mapFormats,
            ],
            onClick: ({ key }) => {
              if (key === 'page') void navigate(`/works/${id}/print/sheets`);
              if (mapFormats.some((one) => one.key === key)) download(`/api/works/${id}/${key}`);
              const format = [svg, ...pngs, ...own].find((one) => one.key === key);
              if (format) void save(format.path(pageNumber));
            },
          }}
        >
          <Button>Other formats</Button>
        </Dropdown>
      </span>
      {painting.pages && (
        <span className="map-state" role="status">
          {painting.pages.done} of {painting.pages.of} pages{' '}
          <Button size="small" onClick={painting.stop}>
            Stop
          </Button>
        </span>
      )}
      {(error ?? painting.fault) && (
        <span className="gap-fault" role="alert">
          {error ? messageOf(error) : painting.fault}
        </span>
      )}
    </>
  );
}

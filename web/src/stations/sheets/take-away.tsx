import { Button, Dropdown } from 'antd';
import { useNavigate } from 'react-router';
import { sheetKinds, type SheetDecisions } from '@nobrel/core/sheets';
import { messageOf } from '../../store/api/base.js';
import { usePrintMutation, type PaintingProgress } from '../../store/api/sheets.js';
import { useUnit } from '../../store/hooks.js';
import { useWork } from '../../store/use-work.js';
import { useSaving } from './use-saving.js';
import * as css from './sheets.module.css';
import * as sentenceCss from '../../bench/sentence/sentence.module.css';

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
/** How far a file is. */
const farOf = (pages: PaintingProgress) => (pages ? `${pages.done} of ${pages.of} pages` : 'Preparing…');

type TakeAwayProps = { disabled: boolean; decisions: SheetDecisions; pageNumber: number };

/** Saves the sheets as PDF or in another format, or prints them from the page. */
export function TakeAway({ disabled, decisions, pageNumber }: TakeAwayProps) {
  const { id } = useWork();
  const unit = useUnit();
  const navigate = useNavigate();
  const [print, { isLoading, error }] = usePrintMutation();
  const saving = useSaving();
  /** Puts the sheets on record, then saves a file of theirs. */
  const save = async (path: string, all = false) => {
    const { data: printing } = await print({ id, decisions });
    if (!printing) return;
    await saving.save({
      path: `printings/${printing.id}/${path}${path.includes('?') ? '&' : '?'}unit=${unit}`,
      ...(all ? { printing: printing.id } : {}),
    });
  };
  const own = (sheetKinds[decisions.kind].files ?? []).map(({ name, label }): Format => ({
    key: name,
    label,
    path: () => `lists/${name}`,
  }));
  return (
    <>
      {/* How far a file is stands where it was asked for, so that nothing below moves. */}
      <span className={css.keptTogether} role="status">
        <Button
          type="primary"
          disabled={disabled}
          loading={isLoading || saving.underWay}
          onClick={() => void save('sheets.pdf', true)}
        >
          {saving.underWay ? farOf(saving.pages) : 'Save the PDF'}
        </Button>{' '}
        <Dropdown
          trigger={['click']}
          disabled={disabled || saving.underWay}
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
              if (mapFormats.some((one) => one.key === key)) void saving.save({ path: `works/${id}/${key}` });
              const format = [svg, ...pngs, ...own].find((one) => one.key === key);
              if (format) void save(format.path(pageNumber));
            },
          }}
        >
          {saving.underWay ? (
            <Button disabled={false} onClick={saving.stop}>
              Stop
            </Button>
          ) : (
            <Button>Other formats</Button>
          )}
        </Dropdown>
      </span>
      {(error ?? saving.fault) && (
        <span className={sentenceCss.gapFault} role="alert">
          {error ? messageOf(error) : saving.fault}
        </span>
      )}
    </>
  );
}

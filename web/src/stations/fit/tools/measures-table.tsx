import { readOffRule, type FitDecisions, type SettingOut } from '@nobrel/core/fit';
import type { LengthUnit } from '@nobrel/core/units';
import * as panelsCss from '../../../bench/panels.module.css';
import * as css from './tools.module.css';

type MeasuresTableProps = {
  settingOut: SettingOut;
  fit: Pick<FitDecisions, 'roundMm' | 'roundInch'>;
  unit: LengthUnit;
};

/** Every mark with its two distances as read off a rule, and by how much reading off errs. */
export function MeasuresTable({ settingOut, fit, unit }: MeasuresTableProps) {
  const { measures, side, level } = settingOut;
  return (
    <table className={panelsCss.measures}>
      <thead>
        <tr>
          <th scope="col">Mark</th>
          <th scope="col">From the {side}</th>
          <th scope="col">From the {level}</th>
          <th scope="col">Off by</th>
        </tr>
      </thead>
      <tbody>
        {measures.map((measure, i) => {
          const across = readOffRule(measure.fromSideMm, unit, fit);
          const down = readOffRule(measure.fromLevelMm, unit, fit);
          const worst = Math.max(Math.abs(across.errorMm), Math.abs(down.errorMm));
          return (
            <tr key={`${measure.name} ${measure.x} ${measure.y}`}>
              <th scope="row">
                <span className={css.markNumber}>{i + 1}</span> {measure.name}
              </th>
              <td>{across.text}</td>
              <td>{down.text}</td>
              <td>{worst < 0.005 ? 'nothing' : `${worst.toFixed(2)} mm`}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

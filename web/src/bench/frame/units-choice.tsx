import { lengthUnits } from '@nobrel/core/units';
import { useAppDispatch, useUnit } from '../../store/hooks.js';
import { unitChosen } from '../../store/view-slice.js';
import * as css from './frame.module.css';

/**
 * The unit lengths are spoken in. The browser’s own radio buttons: Ant Design’s bring its forms with them, a twentieth
 * of the first page.
 */
export function UnitsChoice() {
  const dispatch = useAppDispatch();
  const unit = useUnit();
  return (
    <div className={css.units} role="radiogroup" aria-label="Units">
      {lengthUnits.map((each) => (
        <label key={each}>
          <input
            type="radio"
            name="unit"
            checked={unit === each}
            onChange={() => dispatch(unitChosen(each))}
          />
          {each}
        </label>
      ))}
    </div>
  );
}

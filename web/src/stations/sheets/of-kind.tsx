import { referenceViews } from '@nobrel/core/reference';
import type { SheetDecisions } from '@nobrel/core/sheets';
import { ChoiceGap, LengthGap, NumberGap } from '../../bench/gaps.js';

const looks = { colour: 'in colour', grey: 'in grey', faint: 'faint' } as const;

/** A length between two limits, as its gap checks it. */
export const between = (least: number, most: number) => (mm: number) =>
  mm >= least && mm <= most ? null : `Type a length from ${least} to ${most} mm.`;

export type OfKindProps = { sheets: SheetDecisions; change: (fields: Partial<SheetDecisions>) => void };

/** The decisions that belong to one kind. */
export function OfKind({ sheets, change }: OfKindProps) {
  const { kind, backing, pricking, film } = sheets;
  const look = (
    <ChoiceGap
      label="Look of the reference"
      value={sheets.look}
      options={referenceViews.map((value) => ({ value, label: looks[value] }))}
      onChange={(value) => change({ look: value })}
    />
  );
  if (kind === 'reference')
    return (
      <>
        , {look}{' '}
        <ChoiceGap
          label="Grid over the reference"
          value={sheets.withGrid ? 'with' : 'without'}
          options={[
            { value: 'without', label: 'without the grid' },
            { value: 'with', label: 'with the grid' },
          ]}
          onChange={(value) => change({ withGrid: value === 'with' })}
        />
        ,
      </>
    );
  if (kind === 'grid-reference') return <>, {look},</>;
  if (kind === 'close-ups')
    return (
      <>
        , {look},{' '}
        <NumberGap
          label="Enlarged"
          value={sheets.enlarged}
          least={1}
          most={20}
          unit="times"
          onChange={(enlarged) => enlarged !== null && change({ enlarged })}
        />
      </>
    );
  if (kind === 'backing')
    return (
      <>
        {' '}
        <ChoiceGap
          label="Where the back is rubbed"
          value={backing.reach}
          options={[
            { value: 'lines', label: 'only behind the lines' },
            { value: 'shapes', label: 'behind the things' },
            { value: 'all', label: 'all over' },
          ]}
          onChange={(reach) => change({ backing: { ...backing, reach } })}
        />
        {backing.reach !== 'all' && (
          <>
            , a band of{' '}
            <LengthGap
              label="Band behind a line"
              alwaysMm
              valueMm={backing.bandMm}
              check={between(1, 60)}
              onChange={(bandMm) => change({ backing: { ...backing, bandMm } })}
            />
          </>
        )}
        ,
      </>
    );
  if (kind === 'pricking')
    return (
      <>
        , holes no closer than{' '}
        <LengthGap
          label="Holes no closer than"
          alwaysMm
          valueMm={pricking.leastMm}
          check={(mm) =>
            between(0.5, 20)(mm) ??
            (mm <= pricking.mostMm ? null : 'This must not be more than the furthest.')
          }
          onChange={(leastMm) => change({ pricking: { ...pricking, leastMm } })}
        />{' '}
        and no further than{' '}
        <LengthGap
          label="Holes no further than"
          alwaysMm
          valueMm={pricking.mostMm}
          check={(mm) =>
            between(0.5, 60)(mm) ??
            (mm >= pricking.leastMm ? null : 'This must not be less than the closest.')
          }
          onChange={(mostMm) => change({ pricking: { ...pricking, mostMm } })}
        />
        , curves kept within{' '}
        <LengthGap
          label="Curves kept within"
          alwaysMm
          valueMm={pricking.chordMm}
          check={between(0.02, 5)}
          onChange={(chordMm) => change({ pricking: { ...pricking, chordMm } })}
        />
        ,
      </>
    );
  if (kind === 'film')
    return (
      <>
        {' '}
        with a stage of{' '}
        <LengthGap
          label="Stage of the projector"
          valueMm={film.stageMm}
          check={between(50, 400)}
          onChange={(stageMm) => change({ film: { ...film, stageMm } })}
        />
        , lines on the surface under{' '}
        <LengthGap
          label="Widest projected line"
          alwaysMm
          valueMm={film.mostLineMm}
          check={between(0.2, 50)}
          onChange={(mostLineMm) => change({ film: { ...film, mostLineMm } })}
        />
        ,
      </>
    );
  return null;
}

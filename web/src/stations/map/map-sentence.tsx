import { useDecisions } from '../../store/use-work.js';
import { mapSettingsSchema, schoolOf, schools, settingsOf, type MapSettings } from '@nobrel/core/map';
import type { DecisionPath } from '@nobrel/core/decisions';
import { DecisionGap, DecisionRow } from '../../bench/sentence/decision-gap.js';
import { ChoiceGap } from '../../bench/sentence/gaps.js';
import { Sentence } from '../../bench/sentence/sentence.js';
import { useSettings, type ReferenceKind } from './bench-map.js';
import * as css from './map.module.css';

const ownSchool = 'own';
const schoolOptions = [
  ...schools.map(({ id, name }) => ({ value: id, label: name })),
  { value: ownSchool, label: 'my own way' },
];
const valueOptions = [2, 3, 4, 5, 6, 7, 8, 9].map((value) => ({ value, label: String(value) }));

type MoreProps = {
  columns: MoreColumns;
  settings: MapSettings;
  change: (fields: Partial<MapSettings>) => void;
};
type Setting = DecisionPath<MapSettings>;

/** The decisions that make a map, as a sentence; rarer ones behind More. */
export function MapSentence({ kind }: { kind: ReferenceKind | null }) {
  return kind === 'drawing' ? <DrawingSentence /> : <PhotographSentence kind={kind} />;
}

/** What the reference is, said by the painter or as it looks. */
function ReferenceGap({ kind }: { kind: ReferenceKind | null }) {
  const [{ reference }, change] = useSettings();
  const asItLooks = reference === 'auto' && kind ? `a ${kind}, as it looks` : 'what it looks like';
  return (
    <ChoiceGap
      label="The reference is"
      value={reference}
      options={[
        { value: 'auto', label: asItLooks },
        { value: 'photograph', label: 'a photograph' },
        { value: 'drawing', label: 'a drawing' },
      ]}
      onChange={(next) => change({ reference: next })}
    />
  );
}

/** Of a drawing: which of its lines are taken, and how they are followed. */
function DrawingSentence() {
  const [settings, change] = useSettings();
  const gap = (at: Setting) => (
    <DecisionGap table={mapSettingsSchema} at={at} values={settings} onChange={change} />
  );
  return (
    <Sentence more={<MoreDecisions columns={moreOfDrawing} settings={settings} change={change} />}>
      From <ReferenceGap kind="drawing" />: take its lines darker than {gap('darkerThan')}, fainter ones{' '}
      {gap('faintStrokes')}, join ends within {gap('joinEndsMm')}, smooth wobbles up to {gap('smoothMm')},
      follow them {gap('path')} with a {gap('pencilMm')} point, in about {gap('minutes')}; its tone is{' '}
      {gap('tone')}
      {settings.tone === 'shapes' && (
        <>
          {' '}
          in <NumberOfValues /> values
        </>
      )}
      .
    </Sentence>
  );
}

function NumberOfValues() {
  const [{ values }, change] = useSettings();
  return (
    <ChoiceGap
      label="Number of values"
      value={values}
      options={valueOptions}
      onChange={(next) => change({ values: next })}
    />
  );
}

function PhotographSentence({ kind }: { kind: ReferenceKind | null }) {
  const [settings, change] = useSettings();
  const begun = useDecisions('mapBegun');
  const school = schoolOf(settings);
  const gap = (at: Setting) => (
    <DecisionGap table={mapSettingsSchema} at={at} values={settings} onChange={change} />
  );
  return (
    <Sentence more={<MoreDecisions columns={moreOfPhotograph} settings={settings} change={change} />}>
      From <ReferenceGap kind={kind} />, as{' '}
      <ChoiceGap
        label="School"
        value={school?.id ?? ownSchool}
        options={schoolOptions}
        onChange={(id) => {
          const chosen = schools.find((candidate) => candidate.id === id);
          if (chosen) change(settingsOf(chosen, begun));
        }}
      />
      : see <NumberOfValues /> values {gap('separation')}, keep shapes over {gap('minShapeMm2')}, follow them{' '}
      {gap('path')} with a {gap('pencilMm')} point, in about {gap('minutes')}.
    </Sentence>
  );
}

/** What stands behind More, under its headings, in columns. */
type MoreColumns = readonly (readonly (readonly [string, readonly Setting[]])[])[];

const moreOfDrawing: MoreColumns = [
  [
    ['Lines', ['softUnder', 'hatching', 'restatedMm', 'rulings', 'toleranceMm', 'firmness']],
    ['What counts', ['minWeight', 'focus', 'mmPerSecond', 'secondsPerLift']],
  ],
];

const moreOfPhotograph: MoreColumns = [
  [
    [
      'Tones and shapes',
      ['quietMm', 'quietStrength', 'lightFall', 'local', 'colourSplit', 'minWidthMm', 'accentShare'],
    ],
    ['What counts', ['minWeight', 'focus', 'mmPerSecond', 'secondsPerLift']],
  ],
  [
    [
      'Lines',
      [
        'mode',
        'toleranceMm',
        'softFromMm',
        'lostUnder',
        'detailStandsOut',
        'detailShortestMm',
        'colourEdges',
        'strokes',
        'strokeSpacingMm',
        'strokeLengthMm',
        'castShadows',
        'fadedContours',
        'firmness',
      ],
    ],
  ],
];

function MoreDecisions({ columns, settings, change }: MoreProps) {
  return (
    <div className={css.moreMap}>
      {columns.map((column, index) => (
        <div key={index}>
          {column.map(([heading, names]) => (
            <section key={heading}>
              <h3>{heading}</h3>
              {names.map((at) => (
                <DecisionRow key={at} table={mapSettingsSchema} at={at} values={settings} onChange={change} />
              ))}
            </section>
          ))}
        </div>
      ))}
    </div>
  );
}

import { mapSettingsSchema, schoolOf, schools, type MapSettings } from '@nobrel/core/map';
import type { DecisionPath } from '@nobrel/core/decisions';
import { DecisionGap, DecisionRow } from '../../bench/decision-gap.js';
import { ChoiceGap } from '../../bench/gaps.js';
import { Sentence } from '../../bench/sentence.js';
import { useSettings } from './bench-map.js';

const ownSchool = 'own';
const schoolOptions = [
  ...schools.map(({ id, name }) => ({ value: id, label: name })),
  { value: ownSchool, label: 'my own way' },
];
const valueOptions = [2, 3, 4, 5, 6, 7, 8, 9].map((value) => ({ value, label: String(value) }));

type SentenceProps = { settings: MapSettings; change: (fields: Partial<MapSettings>) => void };
type Setting = DecisionPath<MapSettings>;

/** The decisions that make a map, as a sentence; rarer ones behind More. */
export function MapSentence() {
  const [settings, change] = useSettings();
  const school = schoolOf(settings);
  const gap = (at: Setting) => (
    <DecisionGap table={mapSettingsSchema} at={at} values={settings} onChange={change} />
  );
  return (
    <Sentence more={<MoreDecisions settings={settings} change={change} />}>
      As{' '}
      <ChoiceGap
        label="School"
        value={school?.id ?? ownSchool}
        options={schoolOptions}
        onChange={(id) => {
          const chosen = schools.find((candidate) => candidate.id === id);
          if (chosen) change(chosen.sets);
        }}
      />
      : see{' '}
      <ChoiceGap
        label="Number of values"
        value={settings.values}
        options={valueOptions}
        onChange={(values) => change({ values })}
      />{' '}
      values {gap('separation')}, keep shapes over {gap('minShapeMm2')}, follow them {gap('path')} with a{' '}
      {gap('pencilMm')} point, in about {gap('minutes')}.
    </Sentence>
  );
}

/** What stands behind More, under its headings: two columns. */
const more: readonly (readonly (readonly [string, readonly Setting[]])[])[] = [
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

function MoreDecisions({ settings, change }: SentenceProps) {
  return (
    <div className="more-map">
      {more.map((column, index) => (
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

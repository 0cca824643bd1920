import { Switch } from 'antd';
import {
  schoolOf,
  schools,
  type CastShadowWay,
  type FadedContourWay,
  type Firmness,
  type MapSettings,
  type Separation,
} from '@nobrel/core/map';
import { ChoiceGap, LengthGap, NumberGap } from '../../bench/gaps.js';
import { MoreRow, Sentence } from '../../bench/sentence.js';

const valueOptions = [2, 3, 4, 5, 6, 7, 8, 9].map((value) => ({ value, label: String(value) }));
const separationOptions: readonly { value: Separation; label: string }[] = [
  { value: 'best', label: 'best told apart' },
  { value: 'even-steps', label: 'at even steps' },
  { value: 'even-shares', label: 'in even shares' },
  { value: 'by-hand', label: 'set by hand' },
];
const modeOptions: readonly { value: MapSettings['mode']; label: string }[] = [
  { value: 'both', label: 'the contours of things and the values on them' },
  { value: 'lines', label: 'the contours of things alone' },
  { value: 'values', label: 'values as they are seen: what is alike is one shape' },
];
const pathOptions: readonly { value: MapSettings['path']; label: string }[] = [
  { value: 'curved', label: 'in curves' },
  { value: 'straight', label: 'in straights' },
];
const shadowOptions: readonly { value: CastShadowWay; label: string }[] = [
  { value: 'kept', label: 'outlined' },
  { value: 'dotted', label: 'dotted' },
  { value: 'dropped', label: 'not outlined' },
];
const fadedOptions: readonly { value: FadedContourWay; label: string }[] = [
  { value: 'dropped', label: 'left out' },
  { value: 'dotted', label: 'dotted' },
  { value: 'kept', label: 'drawn' },
];
const firmnessOptions: readonly { value: Firmness; label: string }[] = [
  { value: 'faint', label: 'faint' },
  { value: 'middling', label: 'middling' },
  { value: 'firm', label: 'firm' },
];
const ownSchool = 'own';
const schoolOptions = [
  ...schools.map(({ id, name }) => ({ value: id, label: name })),
  { value: ownSchool, label: 'my own way' },
];

const between = (least: number, most: number) => (mm: number) =>
  mm >= least && mm <= most ? null : `Between ${least} and ${most} mm, please.`;

type SentenceProps = { settings: MapSettings; change: (fields: Partial<MapSettings>) => void };

/** The decisions that make a map, as a sentence; rarer ones behind More. */
export function MapSentence({ settings, change }: SentenceProps) {
  const school = schoolOf(settings);
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
      values{' '}
      <ChoiceGap
        label="How values are told apart"
        value={settings.separation}
        options={separationOptions}
        onChange={(separation) => change({ separation })}
      />
      , keep shapes over{' '}
      <NumberGap
        label="Smallest shape"
        value={settings.minShapeMm2}
        unit="mm²"
        least={0}
        most={10_000}
        onChange={(value) => change({ minShapeMm2: value ?? 0 })}
      />
      , follow them{' '}
      <ChoiceGap
        label="How boundaries are followed"
        value={settings.path}
        options={pathOptions}
        onChange={(path) => change({ path })}
      />{' '}
      with a{' '}
      <LengthGap
        label="Width of the point"
        valueMm={settings.pencilMm}
        alwaysMm
        check={between(0.1, 10)}
        onChange={(pencilMm) => change({ pencilMm })}
      />{' '}
      point, in about{' '}
      <NumberGap
        label="Minutes of tracing"
        value={settings.minutes}
        unit="min"
        empty="all the time it takes"
        least={0.5}
        most={100_000}
        onChange={(minutes) => change({ minutes })}
      />
      .
    </Sentence>
  );
}

type NumberRow = {
  key:
    | 'lightFall'
    | 'accentShare'
    | 'quietStrength'
    | 'lostUnder'
    | 'detailStandsOut'
    | 'leastWeight'
    | 'focus'
    | 'mmPerSecond'
    | 'secondsPerLift';
  label: string;
  unit: string;
  least: number;
  most: number;
};
type LengthRow = {
  key:
    | 'toleranceMm'
    | 'quietMm'
    | 'leastWidthMm'
    | 'softFromMm'
    | 'detailShortestMm'
    | 'strokeSpacingMm'
    | 'strokeLengthMm';
  label: string;
  least: number;
  most: number;
};
type SwitchRow = { key: 'local' | 'colourEdges' | 'strokes'; label: string };

const tones: readonly (NumberRow | LengthRow | SwitchRow)[] = [
  { key: 'quietMm', label: 'Quiet texture finer than', least: 0, most: 50 },
  { key: 'quietStrength', label: 'How strongly it is quieted', unit: 'of 1', least: 0, most: 1 },
  { key: 'lightFall', label: 'Light may fall off, in 100 mm, by', unit: 'L*', least: 0, most: 100 },
  { key: 'local', label: 'Judge each place against its surroundings, for uneven light' },
];
const shapes: readonly (NumberRow | LengthRow | SwitchRow)[] = [
  { key: 'leastWidthMm', label: 'No shape narrower than', least: 0, most: 100 },
  {
    key: 'accentShare',
    label: 'Highlights and accents may be smaller, to',
    unit: 'of it',
    least: 0.01,
    most: 1,
  },
];
const lines: readonly (NumberRow | LengthRow | SwitchRow)[] = [
  { key: 'toleranceMm', label: 'A line may stray from the boundary by', least: 0.02, most: 20 },
  { key: 'softFromMm', label: 'An edge is soft when wider than', least: 0.1, most: 50 },
  { key: 'lostUnder', label: 'and lost when fainter than', unit: 'L*', least: 0, most: 60 },
  { key: 'detailStandsOut', label: 'Thin things must stand out by', unit: 'L*', least: 1, most: 60 },
  { key: 'detailShortestMm', label: 'and be longer than', least: 0.5, most: 500 },
  { key: 'colourEdges', label: 'Lines where only the colour changes' },
  { key: 'strokes', label: 'Strokes along hair, fur, grass and cloth' },
  { key: 'strokeSpacingMm', label: 'Strokes apart', least: 0.5, most: 200 },
  { key: 'strokeLengthMm', label: 'Strokes long', least: 1, most: 300 },
];
const counting: readonly (NumberRow | LengthRow | SwitchRow)[] = [
  { key: 'leastWeight', label: 'Leave out lines that matter less than', unit: 'of 1', least: 0, most: 1 },
  { key: 'focus', label: 'How much focal areas count', unit: 'of 1', least: 0, most: 1 },
  { key: 'mmPerSecond', label: 'My hand traces', unit: 'mm/s', least: 0.5, most: 200 },
  { key: 'secondsPerLift', label: 'From one line to the next', unit: 's', least: 0, most: 60 },
];

function MoreDecisions({ settings, change }: SentenceProps) {
  const rows = (list: readonly (NumberRow | LengthRow | SwitchRow)[]) =>
    list.map((row) => <DecisionRow key={row.key} row={row} settings={settings} change={change} />);
  return (
    <div className="more-map">
      <div>
        <h3>Tones and shapes</h3>
        {rows(tones)}
        <MoreRow label="Divide shapes whose colours differ by">
          <NumberGap
            label="Colour difference that divides a shape"
            value={settings.colourSplit}
            unit="ΔE"
            empty="never"
            least={2}
            most={100}
            onChange={(colourSplit) => change({ colourSplit })}
          />
        </MoreRow>
        {rows(shapes)}
        <h3>What counts</h3>
        {rows(counting)}
      </div>
      <div>
        <h3>Lines</h3>
        <MoreRow label="The map holds">
          <ChoiceGap
            label="What the map holds"
            value={settings.mode}
            options={modeOptions}
            onChange={(mode) => change({ mode })}
          />
        </MoreRow>
        {rows(lines)}
        <MoreRow label="Cast shadows are">
          <ChoiceGap
            label="Cast shadows"
            value={settings.castShadows}
            options={shadowOptions}
            onChange={(castShadows) => change({ castShadows })}
          />
        </MoreRow>
        <MoreRow label="Contours that fade are">
          <ChoiceGap
            label="Contours that fade"
            value={settings.fadedContours}
            options={fadedOptions}
            onChange={(fadedContours) => change({ fadedContours })}
          />
        </MoreRow>
        <MoreRow label="Lines are drawn">
          <ChoiceGap
            label="How firmly lines are drawn"
            value={settings.firmness}
            options={firmnessOptions}
            onChange={(firmness) => change({ firmness })}
          />
        </MoreRow>
      </div>
    </div>
  );
}

function DecisionRow({ row, settings, change }: SentenceProps & { row: NumberRow | LengthRow | SwitchRow }) {
  const { label } = row;
  if ('unit' in row) {
    return (
      <MoreRow label={label}>
        <NumberGap
          label={label}
          value={settings[row.key]}
          unit={row.unit}
          least={row.least}
          most={row.most}
          onChange={(value) => change({ [row.key]: value ?? row.least })}
        />
      </MoreRow>
    );
  }
  if ('least' in row) {
    return (
      <MoreRow label={label}>
        <LengthGap
          label={label}
          valueMm={settings[row.key]}
          alwaysMm
          check={between(row.least, row.most)}
          onChange={(mm) => change({ [row.key]: mm })}
        />
      </MoreRow>
    );
  }
  return (
    <MoreRow label={label}>
      <Switch
        size="small"
        aria-label={label}
        checked={settings[row.key]}
        onChange={(on) => change({ [row.key]: on })}
      />
    </MoreRow>
  );
}

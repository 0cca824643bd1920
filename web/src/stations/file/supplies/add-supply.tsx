import { Button, Checkbox } from 'antd';
import { useState, type ReactNode } from 'react';
import { surfaceKinds, type SurfaceKindId } from '@nobrel/core/fit';
import { newSupplySchema, supplyKinds, type NewSupply, type Particular } from '@nobrel/core/file';
import { paperName, printerPapers, type PrinterPaper } from '@nobrel/core/sheets';
import { supplyKindIds, type SupplyKind } from '@nobrel/core/transfer';
import { ChoiceGap, DayGap, LengthGap, NumberGap, TextGap } from '../../../bench/sentence/gaps.js';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';

const begun = (kind: SupplyKind): NewSupply => ({
  kind,
  name: '',
  counted: kind === 'transfer-sheet' ? 25 : 1,
  low: supplyKinds[kind].usualLow,
  widthMm: null,
  heightMm: null,
  paper: null,
  surface: null,
  gramsPerM2: null,
  colour: '',
  waxFree: null,
  bestBefore: null,
});

/**
 * Counts a supply for the first time, as a sentence.
 *
 * @param onAdd adds it; says whether it was taken
 */
export function AddSupply({ onAdd }: { onAdd: (supply: NewSupply) => Promise<boolean> }) {
  const [supply, setSupply] = useState(begun('transfer-sheet'));
  const [fault, setFault] = useState<string | null>(null);
  const { notes, units } = supplyKinds[supply.kind];
  const change = (fields: Partial<NewSupply>) => setSupply({ ...supply, ...fields });
  const add = async () => {
    const read = newSupplySchema.safeParse(supply);
    setFault(read.success ? null : (read.error.issues[0]?.message ?? 'This cannot be counted.'));
    if (read.success && (await onAdd(read.data))) setSupply(begun(supply.kind));
  };
  return (
    <section className={sentenceCss.sentence} aria-label="Count another supply">
      <div className={sentenceCss.sentenceWords}>
        Count{' '}
        <ChoiceGap<SupplyKind>
          label="Kind of supply"
          value={supply.kind}
          options={supplyKindIds.map((value) => ({ value, label: supplyKinds[value].name.toLowerCase() }))}
          onChange={(kind) => setSupply({ ...begun(kind), name: supply.name })}
        />
        :{' '}
        <TextGap
          label="Name of the supply"
          placeholder="what stands on it"
          value={supply.name}
          maxLetters={120}
          onChange={(name) => change({ name })}
        />
        ,{' '}
        <NumberGap
          label="How much is there"
          value={supply.counted}
          min={0}
          max={100_000}
          unit={units}
          onChange={(counted) => counted !== null && change({ counted })}
        />
        {notes.map((note) => (
          <span key={note}>, {particularGap[note]({ supply, change })}</span>
        ))}
        .{' '}
        <Button type="primary" onClick={() => void add()}>
          Add it
        </Button>
        {fault && (
          <span className={sentenceCss.gapFault} role="alert">
            {' '}
            {fault}
          </span>
        )}
      </div>
    </section>
  );
}

type GapProps = { supply: NewSupply; change: (fields: Partial<NewSupply>) => void };

const checkSide = (mm: number) => (mm >= 10 && mm <= 20_000 ? null : 'Type a length from 1 cm to 20 m.');

/** The gap of each particular. */
const particularGap: Readonly<Record<Particular, (props: GapProps) => ReactNode>> = {
  size: ({ supply, change }) => (
    <>
      <LengthGap
        label="Its width"
        valueMm={supply.widthMm ?? 210}
        check={checkSide}
        onChange={(widthMm) => change({ widthMm, heightMm: supply.heightMm ?? 297 })}
      />{' '}
      ×{' '}
      <LengthGap
        label="Its height"
        valueMm={supply.heightMm ?? 297}
        check={checkSide}
        onChange={(heightMm) => change({ heightMm, widthMm: supply.widthMm ?? 210 })}
      />
    </>
  ),
  paper: ({ supply, change }) => (
    <ChoiceGap<PrinterPaper | ''>
      label="Its format"
      value={supply.paper ?? ''}
      options={[
        { value: '', label: 'any format' },
        ...printerPapers.map((value) => ({ value, label: paperName(value) })),
      ]}
      onChange={(paper) => change({ paper: paper === '' ? null : paper })}
    />
  ),
  surface: ({ supply, change }) => (
    <ChoiceGap<SurfaceKindId | ''>
      label="Its surface"
      value={supply.surface ?? ''}
      options={[
        { value: '', label: 'any surface' },
        ...surfaceKinds.map(({ id, name }) => ({ value: id, label: name })),
      ]}
      onChange={(surface) => change({ surface: surface === '' ? null : surface })}
    />
  ),
  weight: ({ supply, change }) => (
    <NumberGap
      label="Its weight"
      value={supply.gramsPerM2}
      min={10}
      max={2000}
      unit="g/m²"
      empty="weight unknown"
      onChange={(gramsPerM2) => change({ gramsPerM2 })}
    />
  ),
  colour: ({ supply, change }) => (
    <TextGap
      label="Its colour"
      placeholder="colour"
      value={supply.colour}
      maxLetters={60}
      onChange={(colour) => change({ colour })}
    />
  ),
  waxFree: ({ supply, change }) => (
    <Checkbox
      checked={supply.waxFree === true}
      onChange={(event) => change({ waxFree: event.target.checked })}
    >
      wax-free
    </Checkbox>
  ),
  bestBefore: ({ supply, change }) => (
    <>
      best before{' '}
      <DayGap
        label="Best before"
        value={supply.bestBefore}
        onChange={(bestBefore) => change({ bestBefore })}
      />
    </>
  ),
};

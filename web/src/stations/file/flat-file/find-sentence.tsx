import { Button, Checkbox, Input } from 'antd';
import { useMemo, useState } from 'react';
import { surfaceKinds } from '@nobrel/core/fit';
import {
  standingIds,
  standings,
  workOrders,
  type Card,
  type DamagedCard,
  type StandingId,
  type WantedWorks,
  type WorkOrder,
} from '@nobrel/core/file';
import { transferMethodIds, transferMethodNames } from '@nobrel/core/transfer';
import { ChoiceGap, DayGap, NumberGap } from '../../../bench/sentence/gaps.js';
import { MoreRow, Sentence } from '../../../bench/sentence/sentence.js';
import { clsx } from 'clsx';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';
import * as css from './flat-file.module.css';

type FindProps = {
  works: readonly (Card | DamagedCard)[];
  wanted: WantedWorks;
  onWant: (change: Partial<WantedWorks>) => void;
};

/** Stands for no choice in a gap. */
const noChoice = '';
const orderWords: Readonly<Record<WorkOrder, string>> = {
  changed: 'the last changed first',
  title: 'by title',
  size: 'the largest first',
  ready: 'the first to be ready first',
  minutes: 'the quickest first',
};
const stageNames = new Map<StandingId, string>(
  standingIds.map((id) => [id, standings[id].stage.toLowerCase()]),
);
stageNames.set('filed', 'filed');

/** What is looked for, as a sentence. */
export function FindSentence({ works, wanted, onWant }: FindProps) {
  const tags = useMemo(
    () => [...new Set(works.flatMap((work) => ('damaged' in work ? [] : work.tags)))].sort(),
    [works],
  );
  const narrowed =
    [wanted.words, wanted.stage, wanted.surface, wanted.method, wanted.tag].some(Boolean) ||
    [wanted.minMm, wanted.maxMm, wanted.from, wanted.to].some((limit) => limit !== null);
  return (
    <Sentence more={<MoreToFind wanted={wanted} tags={tags} onWant={onWant} />}>
      Find <WordsToFind words={wanted.words} onWant={onWant} />, at{' '}
      <ChoiceGap<StandingId | ''>
        label="Stage"
        value={wanted.stage ?? noChoice}
        options={[
          { value: noChoice, label: 'any stage' },
          ...standingIds.map((value) => ({ value, label: stageNames.get(value) ?? value })),
        ]}
        onChange={(stage) => onWant({ stage: stage === '' ? null : stage })}
      />
      , on{' '}
      <ChoiceGap<(typeof surfaceKinds)[number]['id'] | ''>
        label="Surface"
        value={wanted.surface ?? noChoice}
        options={[
          { value: noChoice, label: 'any surface' },
          ...surfaceKinds.map(({ id, name }) => ({ value: id, label: name })),
        ]}
        onChange={(surface) => onWant({ surface: surface === '' ? null : surface })}
      />
      , by{' '}
      <ChoiceGap<(typeof transferMethodIds)[number] | ''>
        label="Method"
        value={wanted.method ?? noChoice}
        options={[
          { value: noChoice, label: 'any method' },
          ...transferMethodIds.map((value) => ({ value, label: transferMethodNames[value] })),
        ]}
        onChange={(method) => onWant({ method: method === '' ? null : method })}
      />
      ; show{' '}
      <ChoiceGap<WorkOrder>
        label="In which order"
        value={wanted.order}
        options={workOrders.map((value) => ({ value, label: orderWords[value] }))}
        onChange={(order) => onWant({ order })}
      />
      .{' '}
      {narrowed && (
        <Button
          size="small"
          onClick={() =>
            onWant({
              words: '',
              stage: null,
              surface: null,
              method: null,
              tag: null,
              minMm: null,
              maxMm: null,
              from: null,
              to: null,
            })
          }
        >
          Find everything
        </Button>
      )}
    </Sentence>
  );
}

/** The words, as they are typed: the address that keeps them follows a moment later. */
function WordsToFind({ words, onWant }: { words: string; onWant: FindProps['onWant'] }) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <Input
      className={clsx(sentenceCss.gap, css.findWords)}
      type="search"
      variant="underlined"
      aria-label="Words to find"
      placeholder="any words in the work"
      maxLength={200}
      value={typed ?? words}
      onChange={(event) => {
        setTyped(event.target.value);
        onWant({ words: event.target.value });
      }}
      onBlur={() => setTyped(null)}
    />
  );
}

function MoreToFind({ wanted, tags, onWant }: Omit<FindProps, 'works'> & { tags: readonly string[] }) {
  return (
    <>
      <MoreRow label="Tagged">
        <ChoiceGap<string>
          label="Tag"
          value={wanted.tag ?? noChoice}
          options={[
            { value: noChoice, label: 'anything' },
            ...tags.map((value) => ({ value, label: value })),
          ]}
          onChange={(tag) => onWant({ tag: tag === '' ? null : tag })}
        />
      </MoreRow>
      <MoreRow label="Longer side from">
        <NumberGap
          label="Longer side from"
          value={wanted.minMm}
          min={1}
          max={20_000}
          unit="mm"
          empty="any length"
          onChange={(minMm) => onWant({ minMm })}
        />
      </MoreRow>
      <MoreRow label="Longer side up to">
        <NumberGap
          label="Longer side up to"
          value={wanted.maxMm}
          min={1}
          max={20_000}
          unit="mm"
          empty="any length"
          onChange={(maxMm) => onWant({ maxMm })}
        />
      </MoreRow>
      <MoreRow label="Changed from">
        <DayGap label="Changed from" value={wanted.from} onChange={(from) => onWant({ from })} />
      </MoreRow>
      <MoreRow label="Changed up to">
        <DayGap label="Changed up to" value={wanted.to} onChange={(to) => onWant({ to })} />
      </MoreRow>
      <Checkbox checked={wanted.bySeries} onChange={(event) => onWant({ bySeries: event.target.checked })}>
        Group by series
      </Checkbox>
    </>
  );
}

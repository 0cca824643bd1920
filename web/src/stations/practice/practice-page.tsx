import { Alert, Button } from 'antd';
import { useState } from 'react';
import type { Card } from '@nobrel/core/file';
import {
  drillIds,
  drills,
  nextDrills,
  practisedBy,
  thresholdOf,
  type DrillId,
  type KeptAnswer,
} from '@nobrel/core/practice';
import { Frame } from '../../bench/frame/frame.js';
import { ChoiceGap } from '../../bench/sentence/gaps.js';
import { Opening } from '../../bench/frame/opening.js';
import { Sentence } from '../../bench/sentence/sentence.js';
import { messageOf } from '../../store/api/base.js';
import { useWorksQuery } from '../../store/api/file.js';
import { useAnswersQuery } from '../../store/api/practice.js';
import { FilePages } from '../../bench/frame/file-pages.js';
import { DrillBench } from './drill-bench.js';
import { Progress } from './progress.js';
import { clsx } from 'clsx';
import * as frameCss from '../../bench/frame/frame.module.css';
import * as css from './practice.module.css';

/** Short drills for the eye, made from the works in the file. */
export function PracticePage() {
  const file = useWorksQuery();
  const answers = useAnswersQuery();
  const works =
    file.data?.works.flatMap((work) => ('damaged' in work || work.map === null ? [] : [work])) ?? [];
  const fault = file.error ?? answers.error;
  return (
    <Frame title="Practice">
      <div className={clsx(frameCss.flatFile, css.practice)}>
        <FilePages />
        {fault !== undefined && <Alert type="error" title={messageOf(fault)} />}
        {(file.isLoading || answers.isLoading) && <Opening what="the drills" />}
        {file.isSuccess && works.length === 0 && (
          <p>Drills are made from the maps of your works. Make a map first, and they begin here.</p>
        )}
        {works.length > 0 && answers.data && <Drills works={works} answers={answers.data} />}
      </div>
    </Frame>
  );
}

function Drills({ works, answers }: { works: readonly Card[]; answers: readonly KeptAnswer[] }) {
  const practised = practisedBy(answers);
  const [now] = useState(() => Date.now());
  const order = nextDrills(practised, now);
  const [drill, setDrill] = useState<DrillId>(order[0] ?? 'angle');
  const [id, setId] = useState(works[0]?.id ?? '');
  const known = practised[drill];
  const threshold = known ? thresholdOf(known.skill).threshold : drills[drill].usual;
  return (
    <>
      <Sentence>
        Practise{' '}
        <ChoiceGap<DrillId>
          label="Drill"
          value={drill}
          options={drillIds.map((value) => ({ value, label: drills[value].name.toLowerCase() }))}
          onChange={setDrill}
        />{' '}
        with{' '}
        <ChoiceGap<string>
          label="Work"
          value={id}
          options={works.map((work) => ({ value: work.id, label: work.title }))}
          onChange={setId}
        />
        .{' '}
        {order[0] && order[0] !== drill && (
          <Button size="small" onClick={() => setDrill(order[0] ?? drill)}>
            What is due: {drills[order[0]].name.toLowerCase()}
          </Button>
        )}
      </Sentence>
      <div className={css.practiceBody}>
        <DrillBench key={`${drill} ${id}`} drill={drill} work={id} level={threshold} />
        <Progress drill={drill} answers={answers} />
      </div>
    </>
  );
}

import { Button, Select } from 'antd';
import { drawers, drawerWords, fileDecisionsSchema, maxTags, type Drawer } from '@nobrel/core/file';
import { formatDate } from '@nobrel/core/units';
import { ChoiceGap, DayGap, TextGap } from '../../../bench/sentence/gaps.js';
import { LinkButton } from '../../../bench/link-button.js';
import { Sentence } from '../../../bench/sentence/sentence.js';
import { useDecide, useWork } from '../../../store/use-work.js';
import { clsx } from 'clsx';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';
import * as css from './record.module.css';

const tagSchema = fileDecisionsSchema.shape.tags;

/** Where a work and its tracing are kept, and how it is found again. */
export function FileSentence() {
  const work = useWork();
  const decide = useDecide();
  const { file } = work.decisions;
  const change = (fields: Partial<typeof file>) => decide({ room: 'file', change: fields });
  return (
    <Sentence>
      {file.transferredAt ? (
        <>
          Transferred on {formatDate(file.transferredAt)}; the tracing is kept in{' '}
          <TextGap
            label="Where the tracing is kept"
            placeholder="drawer, folder"
            value={file.tracingKept}
            maxLetters={500}
            onChange={(tracingKept) => change({ tracingKept })}
          />
          , the picture in{' '}
          <TextGap
            label="Where the picture is"
            placeholder="rack, room"
            value={file.pictureKept}
            maxLetters={500}
            onChange={(pictureKept) => change({ pictureKept })}
          />
          , with{' '}
          <TextGap
            label="Who has it"
            placeholder="me"
            value={file.heldBy}
            onChange={(heldBy) => change({ heldBy })}
          />
          .{' '}
          <Button size="small" onClick={() => change({ transferredAt: null })}>
            It is not finished after all
          </Button>{' '}
        </>
      ) : (
        <>
          Not on the surface yet; to be ready by{' '}
          <DayGap label="To be ready by" value={file.readyBy} onChange={(readyBy) => change({ readyBy })} />.{' '}
          <Button type="primary" onClick={() => change({ transferredAt: new Date().toISOString() })}>
            Mark as transferred
          </Button>{' '}
        </>
      )}
      Filed under{' '}
      <ChoiceGap<Drawer>
        label="Drawer"
        value={file.drawer}
        options={drawers.map((value) => ({ value, label: drawerWords[value] }))}
        onChange={(drawer) => change({ drawer })}
      />
      , in the series{' '}
      <TextGap
        label="Series"
        placeholder="no series"
        value={file.series}
        maxLetters={100}
        onChange={(series) => change({ series })}
      />
      , tagged{' '}
      <Select<string[]>
        className={clsx(sentenceCss.gap, css.fileTags)}
        mode="tags"
        variant="underlined"
        aria-label="Tags"
        placeholder="nothing"
        maxCount={maxTags}
        tokenSeparators={[',']}
        popupMatchSelectWidth={false}
        value={file.tags}
        open={false}
        onChange={(tags) => {
          const read = tagSchema.safeParse(tags.map((tag) => tag.trim().slice(0, 40)).filter(Boolean));
          if (read.success) change({ tags: [...new Set(read.data)] });
        }}
      />
      . <LinkButton to={`/works/${work.id}/record`}>Print the record</LinkButton>
    </Sentence>
  );
}

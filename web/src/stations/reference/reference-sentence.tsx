import { Button, Input, Popconfirm } from 'antd';
import { useNavigate } from 'react-router';
import { binDays } from '@nobrel/core/file';
import { referenceDecisionsSchema } from '@nobrel/core/reference';
import { DecisionGap } from '../../bench/sentence/decision-gap.js';
import { TextGap } from '../../bench/sentence/gaps.js';
import { MoreRow, Sentence } from '../../bench/sentence/sentence.js';
import { useRemoveMutation } from '../../store/api/file.js';
import { useDecide, useWork, useWorkId } from '../../store/use-work.js';
import * as sentenceCss from '../../bench/sentence/sentence.module.css';

/** What the work is called, whose picture it is, and by what right it is used. */
export function ReferenceSentence() {
  const { decisions } = useWork();
  const decide = useDecide();
  const { reference } = decisions;
  return (
    <Sentence
      more={
        <>
          <MoreRow label="What the permission says">
            <Input.TextArea
              aria-label="What the permission says"
              autoSize={{ minRows: 2, maxRows: 6 }}
              maxLength={2000}
              value={reference.permissionNote}
              onChange={(event) =>
                decide({ room: 'reference', change: { permissionNote: event.target.value } })
              }
            />
          </MoreRow>
          <DeleteWork />
        </>
      }
    >
      Work from{' '}
      <TextGap
        label="Title of the work"
        placeholder="a title"
        value={decisions.title}
        onChange={(title) => decide({ room: 'title', change: title })}
      />
      , a picture by{' '}
      <TextGap
        label="Whose picture it is"
        placeholder="whom?"
        value={reference.owner}
        onChange={(owner) => decide({ room: 'reference', change: { owner } })}
      />
      ,{' '}
      <DecisionGap
        table={referenceDecisionsSchema}
        at="permission"
        values={reference}
        onChange={(change) => decide({ room: 'reference', change })}
      />
      .
      {decisions.title.trim() === '' && (
        <span className={sentenceCss.gapFault} role="alert">
          {' '}
          A work needs a title; it is saved once it has one.
        </span>
      )}
    </Sentence>
  );
}

function DeleteWork() {
  const id = useWorkId();
  const navigate = useNavigate();
  const [remove, { isLoading }] = useRemoveMutation();
  return (
    <Popconfirm
      title="Delete this work?"
      description={`Its decisions, maps and record go with it. It can be brought back from the bin for ${binDays} days.`}
      okText="Delete it"
      cancelText="Keep it"
      onConfirm={async () => {
        const answer = await remove(id);
        if (!answer.error) await navigate('/');
      }}
    >
      <Button danger size="small" loading={isLoading}>
        Delete this work
      </Button>
    </Popconfirm>
  );
}

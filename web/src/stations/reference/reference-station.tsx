import { Input, Popconfirm, Button } from 'antd';
import { useNavigate } from 'react-router';
import { permissions, permissionWords, referenceNotes } from '@nobrel/core/reference';
import { MoreRow, Sentence } from '../../bench/sentence.js';
import { ChoiceGap, TextGap } from '../../bench/gaps.js';
import { Notes } from '../../bench/notes.js';
import { StationBench } from '../../bench/station.js';
import { Diptych } from '../../leaves/diptych.js';
import { PictureOnSurface } from '../../leaves/picture-on-surface.js';
import { useRemoveMutation } from '../../store/api.js';
import { useDecide, useWork } from '../../store/hooks.js';

/** The reference, beside its grey version true to lightness; whose it is. */
export function ReferenceStation() {
  const work = useWork();
  const decide = useDecide();
  const { decisions, picture } = work;
  const { reference } = decisions;
  const whole = { x: 0, y: 0, width: picture.width, height: picture.height };
  return (
    <StationBench
      sentence={
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
              <TakeOut />
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
          <ChoiceGap
            label="Permission"
            value={reference.permission}
            options={permissions.map((value) => ({ value, label: permissionWords[value] }))}
            onChange={(permission) => decide({ room: 'reference', change: { permission } })}
          />
          .
          {decisions.title.trim() === '' && (
            <span className="gap-fault" role="alert">
              {' '}
              A work needs a title; it is saved once it has one.
            </span>
          )}
        </Sentence>
      }
      notes={
        <Notes
          notes={referenceNotes(reference, picture)}
          onWay={(change) => decide({ room: 'reference', change })}
        />
      }
    >
      <Diptych
        extent={whole}
        measured={false}
        left={{
          title: 'Reference in colour',
          content: <PictureOnSurface hash={picture.hash} rendition="view" at={whole} />,
        }}
        right={{
          title: 'Grey, true to lightness',
          content: <PictureOnSurface hash={picture.hash} rendition="grey" at={whole} />,
        }}
      />
    </StationBench>
  );
}

function TakeOut() {
  const { id } = useWork();
  const navigate = useNavigate();
  const [remove, { isLoading }] = useRemoveMutation();
  return (
    <Popconfirm
      title="Take this work out of the file?"
      description="Its decisions, maps and record go with it. This cannot be undone."
      okText="Take it out"
      cancelText="Leave it"
      onConfirm={async () => {
        const answer = await remove(id);
        if (!answer.error) await navigate('/');
      }}
    >
      <Button danger size="small" loading={isLoading}>
        Take this work out of the file
      </Button>
    </Popconfirm>
  );
}

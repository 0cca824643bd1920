import { Button, Input } from 'antd';
import { maxStages, type StoredPicture } from '@nobrel/core/file';
import { formatDate } from '@nobrel/core/units';
import { PictureDrop } from '../../../bench/bring-in/picture-drop.js';
import { useAddPictureMutation } from '../../../store/api/reference.js';
import { useDecide, useDecisions, useWorkId } from '../../../store/use-work.js';
import * as css from './record.module.css';

/** Photographs of how far the work has come. */
export function Stages() {
  const id = useWorkId();
  const { stages } = useDecisions('file');
  const decide = useDecide();
  const [addPicture] = useAddPictureMutation();
  const change = (next: typeof stages) => decide({ room: 'file', change: { stages: next } });
  const onTaken = async (pictures: StoredPicture[]) => {
    for (const { hash } of pictures) await addPicture({ id, picture: hash }).unwrap();
    const addedAt = new Date().toISOString();
    const added = pictures.map(({ hash }) => ({ picture: hash, words: '', addedAt }));
    change([...stages, ...added].slice(0, maxStages));
  };
  return (
    <section aria-label="Stages">
      <h3>Stages</h3>
      <ul className={css.stages}>
        {stages.map(({ picture, words, addedAt }, k) => (
          <li key={`${picture} ${addedAt}`}>
            <img src={`/api/pictures/${picture}/small`} alt={words || `Stage ${k + 1}`} loading="lazy" />
            <Input
              aria-label={`What stage ${k + 1} shows`}
              placeholder={formatDate(addedAt)}
              maxLength={200}
              value={words}
              onChange={(event) =>
                change(stages.map((each, i) => (i === k ? { ...each, words: event.target.value } : each)))
              }
            />
            <Button size="small" type="link" onClick={() => change(stages.filter((_, i) => i !== k))}>
              Remove
            </Button>
          </li>
        ))}
      </ul>
      {stages.length < maxStages ? (
        <PictureDrop
          label="Add a stage"
          before="Drop a photograph of the work here, paste one, or"
          button="Choose a photograph"
          onTaken={onTaken}
        />
      ) : (
        <p>There are {maxStages} stages: remove one to add another.</p>
      )}
    </section>
  );
}

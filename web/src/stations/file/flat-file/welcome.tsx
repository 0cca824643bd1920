import { Button } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { messageOf } from '../../../store/api/base.js';
import { useBeginMutation } from '../../../store/api/file.js';
import { picturesApi } from '../../../store/api/pictures.js';
import { useAppDispatch } from '../../../store/hooks.js';
import { WhatItDoes } from './what-it-does.js';
import * as css from './flat-file.module.css';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';

/** The picture of the work to play with. */
const demoPicture = new URL('../../../../../demo/references/kettle-lantern-and-pears.jpg', import.meta.url);

/** What is said in an empty file. */
export function Welcome() {
  return (
    <div className={css.welcome}>
      <WhatItDoes />
      <div>
        <h2>Nothing in the file yet</h2>
        <p>Bring in a photograph, a sketch or an earlier painting.</p>
        <p>Nobrel fits it to your paper or canvas, draws its map and prints it at true size.</p>
        <p>It then leads you through the transfer: the hand still traces.</p>
        <p>
          <PlayButton />
        </p>
      </div>
    </div>
  );
}

/** Begins a work from a picture that ships with the program, kept apart from one's own. */
function PlayButton() {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const [begin] = useBeginMutation();
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const play = async () => {
    setBusy(true);
    setFault(null);
    try {
      const answer = await fetch(demoPicture);
      const file = new File([await answer.blob()], 'kettle-lantern-and-pears.jpg', { type: 'image/jpeg' });
      const sent = dispatch(
        picturesApi.endpoints.bringIn.initiate({ file, longSidePx: null, onSent: () => undefined }),
      );
      const { hash } = await sent.unwrap();
      const { id } = await begin({
        picture: hash,
        title: 'Kettle, lantern and pears',
        demo: true,
      }).unwrap();
      await navigate(`/works/${id}/reference`);
    } catch (error) {
      setFault(messageOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <Button loading={busy} onClick={() => void play()}>
        Try it with a picture of ours
      </Button>
      {fault && (
        <span className={sentenceCss.gapFault} role="alert">
          {' '}
          {fault}
        </span>
      )}
    </>
  );
}

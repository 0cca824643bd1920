import { useState } from 'react';
import { useNavigate } from 'react-router';
import { BringInState } from '../../bench/bring-in-state.js';
import { PictureDrop } from '../../bench/picture-drop.js';
import { useBringIn } from '../../bench/use-bring-in.js';
import { messageOf, useAddPictureMutation, useBeginMutation } from '../../store/api.js';

/** One way to begin: drop, paste or choose a picture. Several at once become one work. */
export function BeginWork({ empty }: { empty: boolean }) {
  const navigate = useNavigate();
  const bringing = useBringIn();
  const [begin] = useBeginMutation();
  const [addPicture] = useAddPictureMutation();
  const [fault, setFault] = useState<string | null>(null);

  const take = async (files: File[]) => {
    setFault(null);
    const [first, ...others] = await bringing.take(files);
    if (!first) return;
    try {
      const { id } = await begin({ picture: first.hash }).unwrap();
      for (const { hash } of others) await addPicture({ id, picture: hash }).unwrap();
      await navigate(`/works/${id}/reference`);
    } catch (error) {
      setFault(messageOf(error));
    }
  };
  return (
    <PictureDrop
      label="Begin a work"
      {...(empty ? { className: 'begin-empty', intro: <Welcome /> } : {})}
      before="Drop a picture here, paste one, or"
      button="Choose a picture"
      onFiles={(files) => void take(files)}
    >
      <BringInState state={bringing} />
      {fault && (
        <p className="gap-fault" role="alert">
          {fault}
        </p>
      )}
    </PictureDrop>
  );
}

function Welcome() {
  return (
    <>
      <h1>Nothing in the file yet</h1>
      <p>
        A work begins with a picture: a photograph, a sketch or an earlier painting. Nobrel fits it to your
        paper or canvas, maps its values into closed shapes, prints the lines at true size and leads you
        through the transfer. The hand still traces.
      </p>
    </>
  );
}

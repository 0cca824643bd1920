import { lazy, Suspense } from 'react';
import { useNavigate } from 'react-router';
import type { StoredPicture } from '@nobrel/core/file';
import { PictureDrop } from '../../../bench/bring-in/picture-drop.js';
import { useBeginMutation } from '../../../store/api/file.js';
import { useAppDispatch } from '../../../store/hooks.js';

const Welcome = lazy(async () => ({ default: (await import('./welcome.js')).Welcome }));

/** One way to begin: drop, paste or choose a picture. Several at once become one work. */
export function BeginWork({ empty }: { empty: boolean }) {
  const navigate = useNavigate();
  const [begin] = useBeginMutation();
  const dispatch = useAppDispatch();
  const onTaken = async ([first, ...others]: StoredPicture[]) => {
    if (!first) return;
    const { id } = await begin({ picture: first.hash }).unwrap();
    if (others.length > 0) {
      const { addPicture } = (await import('../../../store/api/reference.js')).referenceApi.endpoints;
      for (const { hash } of others) await dispatch(addPicture.initiate({ id, picture: hash })).unwrap();
    }
    await navigate(`/works/${id}/reference`);
  };
  return (
    <PictureDrop
      label="Begin a work"
      {...(empty
        ? {
            roomy: true,
            intro: (
              <Suspense>
                <Welcome />
              </Suspense>
            ),
          }
        : {})}
      before="Drop a picture here, paste one, or"
      button="Choose a picture"
      onTaken={onTaken}
    />
  );
}

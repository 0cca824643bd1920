import { Button, Input, Popconfirm } from 'antd';
import { useState } from 'react';
import { showsWorkItself, type StoredPicture } from '@nobrel/core/file';
import { transformed } from '@nobrel/core/geometry';
import { maxDetails, type Detail } from '@nobrel/core/reference';
import { PictureDrop } from '../../../bench/bring-in/picture-drop.js';
import { Handle } from '../../../leaves/leaf/handle.js';
import { MainPicture } from '../../../leaves/drawn/main-picture.js';
import { pinsOf, useLoupeDetails, useMainPicture } from '../../../leaves/drawn/use-reference.js';
import { messageOf } from '../../../store/api/base.js';
import { useAddPictureMutation, useTakePictureOutMutation } from '../../../store/api/reference.js';
import { useDecide, useWork } from '../../../store/use-work.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import * as leafCss from '../../../leaves/leaf/leaf.module.css';
import * as panelsCss from '../../../bench/panels.module.css';
import * as css from './tools.module.css';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';

/** The work's pictures: which one is worked from, and which are details pinned to a spot on it. */
export function DetailsTool() {
  const work = useWork();
  const decide = useDecide();
  const main = useMainPicture();
  const [inHand, setInHand] = useState<string | null>(null);
  const { picture, preparation } = main;
  const { details } = work.decisions.reference;
  const keep = (next: Detail[]) => decide({ room: 'reference', change: { details: next } });
  const pin = (hash: string, x: number, y: number) => {
    const at = transformed(preparation.toStored, x, y);
    if (details.length < maxDetails) keep([...details, { hash, on: picture.hash, at, words: '' }]);
    setInHand(null);
  };
  const pins = pinsOf(work, main);
  const whole = { x: 0, y: 0, width: preparation.width, height: preparation.height };
  const loupe = useLoupeDetails();
  return (
    <ToolInHand
      sentence={
        <span role="status">
          {details.length >= maxDetails
            ? `There are ${maxDetails} pins, as many as a picture can bear. Unpin one to pin another.`
            : inHand
              ? 'Click the spot on the picture that this detail shows.'
              : 'A detail shows a part of the picture better. Pin it to its spot; the loupe (L) then shows it there.'}
        </span>
      }
      left={{
        title: 'Pins on the picture',
        content: <MainPicture at={whole} />,
        details: loupe,
        ...(inHand ? { onPick: ({ x, y }: { x: number; y: number }) => pin(inHand, x, y) } : {}),
        handles: pins.map(({ index, detail, shown, spot }, i) => (
          <Handle
            key={index}
            kind="pin"
            label={`Pin ${i + 1}, ${detail.words || shown.name}`}
            mark={i + 1}
            {...spot}
            onMove={(x, y) => {
              const at = transformed(preparation.toStored, spot.x + x, spot.y + y);
              keep(details.map((other, k) => (k === index ? { ...detail, at } : other)));
            }}
          />
        )),
      }}
      right={{
        panel: (
          <PicturesPanel
            inHand={inHand}
            onTake={setInHand}
            onPinInMiddle={(hash) => pin(hash, preparation.width / 2, preparation.height / 2)}
          />
        ),
      }}
    />
  );
}

type PicturesPanelProps = {
  inHand: string | null;
  onTake: (hash: string | null) => void;
  onPinInMiddle: (hash: string) => void;
};

function PicturesPanel(props: PicturesPanelProps) {
  const work = useWork();
  const [addPicture] = useAddPictureMutation();
  const [fault, setFault] = useState<string | null>(null);
  const onTaken = async (pictures: StoredPicture[]) => {
    for (const { hash } of pictures) {
      await addPicture({ id: work.id, picture: hash }).unwrap();
    }
  };
  return (
    <section className={leafCss.leaf} data-part="leaf" aria-label="Pictures of this work">
      <header className={leafCss.leafHead}>
        <h2>Pictures of this work</h2>
      </header>
      <div className={panelsCss.panelBody}>
        <ul className={css.pictures}>
          {work.pictures.map((picture, index) =>
            index > 0 && showsWorkItself(work.decisions, picture.hash) ? null : (
              <PictureItem
                key={picture.hash}
                {...props}
                picture={picture}
                first={index === 0}
                onFault={setFault}
              />
            ),
          )}
        </ul>
        {fault && (
          <p className={sentenceCss.gapFault} role="alert">
            {fault}
          </p>
        )}
        <PictureDrop
          label="Bring in a further picture"
          before="Drop further pictures here, paste them, or"
          button="Choose pictures"
          onTaken={onTaken}
        />
      </div>
    </section>
  );
}

type PictureItemProps = PicturesPanelProps & {
  picture: StoredPicture;
  first: boolean;
  onFault: (fault: string) => void;
};

function PictureItem(props: PictureItemProps) {
  const main = useMainPicture();
  const { hash, name, width, height } = props.picture;
  const isMain = main.picture.hash === hash;
  return (
    <li className={css.picture}>
      <img src={`/api/pictures/${hash}/small`} alt="" />
      <div>
        <strong>{name}</strong>
        <p className={panelsCss.quiet}>
          {width} × {height} pixels{isMain && ', worked from'}
        </p>
        {!isMain && <PictureWays {...props} />}
        <PinWords hash={hash} />
      </div>
    </li>
  );
}

/** What can be done with a picture that is not worked from. */
function PictureWays({ picture, first, inHand, onTake, onPinInMiddle, onFault }: PictureItemProps) {
  const work = useWork();
  const decide = useDecide();
  const [takePictureOut] = useTakePictureOutMutation();
  const { hash, name } = picture;
  const taken = inHand === hash;
  const full = work.decisions.reference.details.length >= maxDetails;
  const removePicture = async () => {
    try {
      await takePictureOut({ id: work.id, picture: hash }).unwrap();
    } catch (error) {
      onFault(messageOf(error));
    }
  };
  return (
    <p className={css.pictureWays}>
      <Button
        size="small"
        disabled={full}
        type={taken ? 'primary' : 'default'}
        onClick={() => onTake(taken ? null : hash)}
      >
        {taken ? 'Do not pin it' : 'Pin it'}
      </Button>{' '}
      <Button size="small" disabled={full} onClick={() => onPinInMiddle(hash)}>
        Pin it in the middle
      </Button>{' '}
      <Button size="small" onClick={() => decide({ room: 'reference', change: { main: hash } })}>
        Work from this one
      </Button>{' '}
      {!first && (
        <Popconfirm
          title={`Remove “${name}” from this work?`}
          description="Its pins are no longer shown. The picture itself stays in the file."
          okText="Remove it"
          cancelText="Leave it"
          onConfirm={removePicture}
        >
          <Button size="small">Remove</Button>
        </Popconfirm>
      )}
    </p>
  );
}

/** The pins that a picture is shown at, each with its words. */
function PinWords({ hash }: { hash: string }) {
  const work = useWork();
  const decide = useDecide();
  const pins = pinsOf(work, useMainPicture());
  const { details } = work.decisions.reference;
  const keep = (next: Detail[]) => decide({ room: 'reference', change: { details: next } });
  return (
    <>
      {pins.map(
        ({ index, detail, shown }, i) =>
          shown.hash === hash && (
            <p key={index} className={css.pinWords}>
              <span className={css.pinMark}>{i + 1}</span>
              <Input
                size="small"
                aria-label={`Words for pin ${i + 1}`}
                placeholder="what it shows"
                maxLength={200}
                value={detail.words}
                onChange={(event) =>
                  keep(
                    details.map((other, k) =>
                      k === index ? { ...other, words: event.target.value } : other,
                    ),
                  )
                }
              />
              <Button size="small" onClick={() => keep(details.filter((_, k) => k !== index))}>
                Unpin
              </Button>
            </p>
          ),
      )}
    </>
  );
}

import { Alert, Button, Input } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import {
  duplicateWays,
  duplicateWords,
  type DuplicateRequest,
  type DuplicateWay,
  type Station,
} from '@nobrel/core/file';
import { fitDecisionsSchema } from '@nobrel/core/fit';
import { transferMethodIds, transferMethodNames, type TransferMethod } from '@nobrel/core/transfer';
import { ChoiceGap, LengthGap } from '../../../bench/sentence/gaps.js';
import { messageOf } from '../../../store/api/base.js';
import { useDuplicateMutation } from '../../../store/api/record.js';
import { useWork } from '../../../store/use-work.js';
import * as css from './record.module.css';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';
import * as panelsCss from '../../../bench/panels.module.css';

/** Where a work made from another one is looked at first. */
const firstStation: Readonly<Record<DuplicateWay, Station>> = {
  size: 'fit',
  colours: 'fit',
  method: 'transfer',
};

const checkSide = (mm: number) => {
  const read = fitDecisionsSchema.shape.widthMm.safeParse(mm);
  return read.success ? null : (read.error.issues[0]?.message ?? 'This length cannot be.');
};

/** Makes another work from this one: at another size, in other colours, or by another method. */
export function DuplicateWork() {
  const { id, decisions, map } = useWork();
  const navigate = useNavigate();
  const [as, setAs] = useState<DuplicateWay>('size');
  const [title, setTitle] = useState(`${decisions.title}, again`.slice(0, 200));
  const [size, setSize] = useState({ widthMm: decisions.fit.widthMm, heightMm: decisions.fit.heightMm });
  const [method, setMethod] = useState<TransferMethod>(decisions.transfer.method);
  const [duplicate, { isLoading, error }] = useDuplicateMutation();
  const make = async () => {
    const request: DuplicateRequest =
      as === 'size' ? { as, title, ...size } : as === 'method' ? { as, title, method } : { as, title };
    const made = await duplicate({ id, request });
    if (made.data) await navigate(`/works/${made.data.id}/${firstStation[as]}`);
  };
  return (
    <section className={css.duplicate} aria-label="Make another work from it">
      <h3>Make another work from it</h3>
      <div className={sentenceCss.words}>
        Made again{' '}
        <ChoiceGap<DuplicateWay>
          label="Made again"
          value={as}
          options={duplicateWays.map((value) => ({ value, label: duplicateWords[value] }))}
          onChange={setAs}
        />
        .{' '}
        {as === 'size' && (
          <>
            On{' '}
            <LengthGap
              label="Its width"
              valueMm={size.widthMm}
              check={checkSide}
              onChange={(widthMm) => setSize({ ...size, widthMm })}
            />{' '}
            ×{' '}
            <LengthGap
              label="Its height"
              valueMm={size.heightMm}
              check={checkSide}
              onChange={(heightMm) => setSize({ ...size, heightMm })}
            />
            .{' '}
          </>
        )}
        {as === 'method' && (
          <>
            By{' '}
            <ChoiceGap<TransferMethod>
              label="Its method"
              value={method}
              options={transferMethodIds.map((value) => ({ value, label: transferMethodNames[value] }))}
              onChange={setMethod}
            />
            .{' '}
          </>
        )}
        The reference, {map && as !== 'size' ? 'the map as it is, ' : 'how it is mapped, '}what was corrected
        by hand and the surface go along; printings, sittings and rounds of checking stay here. What has to be
        looked at again stands in its margins.
      </div>
      <label className={panelsCss.used}>
        Its title
        <Input value={title} maxLength={200} onChange={(event) => setTitle(event.target.value)} />
      </label>
      <Button loading={isLoading} disabled={title.trim() === ''} onClick={() => void make()}>
        Make it
      </Button>
      {error !== undefined && <Alert type="error" title={messageOf(error)} />}
    </section>
  );
}

import { Button } from 'antd';
import type { GuestPage } from '@nobrel/core/file';
import { formatTime } from '@nobrel/core/units';
import { ReachedAt } from '../../bench/reached-at.js';
import { messageOf } from '../../store/api/base.js';
import { useInviteGuestMutation } from '../../store/api/transfer.js';
import { useWorkId } from '../../store/use-work.js';
import * as sentenceCss from '../../bench/sentence/sentence.module.css';

type InviteGuestProps = {
  /** What is done there, as a heading of the part that opens. */
  label: string;
  /** The page of this work that opens there first. */
  page: GuestPage;
};

/** A code for a tablet or phone that leads this one transfer, and sees and changes nothing else. */
export function InviteGuest({ label, page }: InviteGuestProps) {
  const id = useWorkId();
  const [invite, { data, error, isLoading }] = useInviteGuestMutation();
  return (
    <details
      onToggle={({ currentTarget }) => {
        if (currentTarget.open && !data && !isLoading) void invite(id);
      }}
    >
      <summary>{label}</summary>
      {error && (
        <p className={sentenceCss.gapFault} role="alert">
          {messageOf(error)}{' '}
          <Button size="small" onClick={() => void invite(id)}>
            Try again
          </Button>
        </p>
      )}
      {data && (
        <ReachedAt
          addresses={data.addresses}
          path={`works/${id}/${page}#guest=${data.token}`}
          says="The address of the page, for a camera"
        >
          <p>
            Point the device’s camera at the code. It may then lead the tracing of this work and steer its
            projector until {formatTime(data.until)}, and see or change nothing else. It stands under Other
            devices in the flat file, where it can be disconnected sooner.
          </p>
        </ReachedAt>
      )}
    </details>
  );
}

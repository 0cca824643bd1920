import type { RecordLine } from '@nobrel/core/file';

/** Lines of the record, as a list of what they are about and what they say. */
export function RecordLines({ lines }: { lines: readonly RecordLine[] }) {
  return (
    <dl>
      {lines.map(({ about, says }) => (
        <div key={about}>
          <dt>{about}</dt>
          <dd>
            {says.map((words, k) => (
              <p key={k}>{words}</p>
            ))}
          </dd>
        </div>
      ))}
    </dl>
  );
}

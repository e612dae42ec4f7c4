import { Button } from 'antd';
import { problemOf, useAskForBackupMutation, useListBackupsQuery } from '../../shared/api/index.ts';
import { agoText, clockText, dayText } from '../../shared/format/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

const megabytes = (bytes: number): string => `${(bytes / 1e6).toFixed(1)} MB`;
const SHOWN = 5;

/** The last backup, the folder, and a button for a new one. */
export function BackupsPanel() {
  const [ask, asking] = useAskForBackupMutation();
  // Poll faster while a backup runs.
  const { data, error } = useListBackupsQuery(undefined, { pollingInterval: asking.isSuccess ? 2000 : 60_000 });
  if (data === undefined) return <ProblemNote problem={problemOf(error)} />;
  const { folder, canAsk, backups, broken } = data;
  const [last] = backups;
  return (
    <section aria-labelledby="backups">
      <h2 id="backups">Backups</h2>
      <p>
        {last === undefined
          ? folder === null
            ? 'This server makes no backups on its own: run “npm run backup” on its machine.'
            : 'None yet. One is made every day while the server runs.'
          : `The last one was made ${agoText(last.madeAt, new Date())}.`}
      </p>
      <ul className="plain-list">
        {backups.slice(0, SHOWN).map(({ file, madeAt, bytes }) => (
          <li key={file}>
            <span>
              <span className="mono">{file}</span>
              <br />
              <span className="muted">
                {dayText(madeAt)}, {clockText(madeAt)}, {megabytes(bytes)}
              </span>
            </span>
          </li>
        ))}
      </ul>
      {broken.length > 0 && (
        <p className="words-undecided" role="note">
          Cannot be read, and not counted: {broken.join(', ')}. Move {broken.length === 1 ? 'it' : 'them'} out of the
          folder, or copy the backup there again.
        </p>
      )}
      {folder !== null && <p className="muted">They stand in {folder}. Copy them to another machine now and then.</p>}
      {canAsk && (
        <Button className="own-width" loading={asking.isLoading} onClick={() => void ask()}>
          Back up now
        </Button>
      )}
      <ProblemNote problem={problemOf(asking.error)} />
      <p className="muted">
        <a href="/api/exports/shop.zip" download>
          The shop as open files
        </a>
        : units, families, blade sets, readings, checks and photos in one zip, in the columns of the imports. No
        passphrases or keys are in it. For another program; a backup is what restores this one.
      </p>
    </section>
  );
}

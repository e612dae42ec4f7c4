import { Button } from 'antd';
import type { CheckDraftDto } from '../../shared/api/index.ts';
import { clockText, valveText } from '../../shared/format/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { proofText } from './draft/proof.ts';

interface ConflictProps {
  readonly mine: CheckDraftDto;
  readonly theirs: CheckDraftDto;
  readonly savedAt: string;
  readonly savedBy: string;
  readonly cylinders: number;
  readonly keepMine: () => void;
  readonly takeTheirs: () => void;
}

/** Two people worked on one draft: both stand side by side, and a person keeps one. */
export function ConflictPanel({ mine, theirs, savedAt, savedBy, cylinders, keepMine, takeTheirs }: ConflictProps) {
  const unit = useShopUnit();
  const entries = ({ found, adjusted, left }: CheckDraftDto['valves'][number]): string =>
    [
      found.length > 0 ? `found: ${proofText(found, unit)}` : '',
      adjusted ? 'adjusted' : '',
      left.length > 0 ? `left: ${proofText(left, unit)}` : '',
    ]
      .filter(Boolean)
      .join('; ') || 'nothing yet';
  return (
    <section className="conflict" role="alert">
      <h2>
        {savedBy || 'Somebody else'} saved this check at {clockText(savedAt)}. Nothing is lost. Choose one of the two.
      </h2>
      <table className="ruled">
        <thead>
          <tr>
            <th scope="col">Valve</th>
            <th scope="col">Yours</th>
            <th scope="col">Saved by {savedBy || 'the other'}</th>
          </tr>
        </thead>
        <tbody>
          {mine.valves.map((valve, index) => {
            const other = theirs.valves[index];
            return (
              <tr key={index}>
                <th scope="row">{valveText(valve, cylinders)}</th>
                <td>{entries(valve)}</td>
                <td>{other ? entries(other) : 'nothing yet'}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <Button type="primary" onClick={keepMine}>
        Use this version
      </Button>
      <Button onClick={takeTheirs}>Use the other version</Button>
    </section>
  );
}

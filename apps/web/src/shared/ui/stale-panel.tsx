import { Button } from 'antd';

/** One field of a form in words: the local and the stored value. */
export interface BothVersions {
  readonly label: string;
  readonly mine: string;
  readonly stored: string;
}

interface StalePanelProps {
  /** `this person`, `this unit`. */
  readonly what: string;
  readonly fields: readonly BothVersions[];
  readonly keepMine: () => void;
  readonly takeStored: () => void;
}

/** Shows the differences between two concurrent versions side by side, for a person to choose. */
export const StalePanel = ({ what, fields, keepMine, takeStored }: StalePanelProps) => (
  <section className="stale" role="alert">
    <p>
      <b>Somebody else changed {what} while you were editing.</b> Nothing is overwritten. Choose, then save.
    </p>
    <table className="ruled">
      <thead>
        <tr>
          <td />
          <th scope="col">Yours</th>
          <th scope="col">Stored</th>
        </tr>
      </thead>
      <tbody>
        {fields
          .filter(({ mine, stored }) => mine !== stored)
          .map(({ label, mine, stored }) => (
            <tr key={label}>
              <th scope="row">{label}</th>
              <td>{mine}</td>
              <td>{stored}</td>
            </tr>
          ))}
      </tbody>
    </table>
    <Button onClick={keepMine}>Save mine over the stored version</Button>
    <Button onClick={takeStored}>Use the stored version</Button>
  </section>
);

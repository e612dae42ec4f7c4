import { Button } from 'antd';
import type { PersonDto } from '../../shared/api/index.ts';
import { ROLE_WORDS } from '../../shared/me/index.ts';

type Shown = Pick<PersonDto, 'name' | 'initials' | 'role' | 'active'>;

interface StaleProps {
  readonly mine: Shown;
  readonly stored: Shown;
  readonly chosen: boolean;
  readonly keepMine: () => void;
  readonly takeStored: () => void;
}

const words = (person: Shown): readonly (readonly [string, string])[] => [
  ['Name', person.name],
  ['Initials', person.initials],
  ['Role', ROLE_WORDS[person.role].name],
  ['Works here', person.active ? 'yes' : 'no'],
];

/** Two owners changed the same person: both stand side by side. */
export function Stale({ mine, stored, chosen, keepMine, takeStored }: StaleProps) {
  const theirs = words(stored);
  return (
    <section className="stale" role="alert">
      <p>
        <b>Somebody else changed this person while you were editing.</b> Nothing is overwritten. Choose, then save.
      </p>
      <table>
        <thead>
          <tr>
            <td />
            <th scope="col">Yours</th>
            <th scope="col">Stored</th>
          </tr>
        </thead>
        <tbody>
          {words(mine).map(([label, value], index) => (
            <tr key={label} className={value === theirs[index]?.[1] ? 'muted' : 'differs'}>
              <th scope="row">{label}</th>
              <td>{value}</td>
              <td>{theirs[index]?.[1]}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Button onClick={keepMine} disabled={chosen}>
        Save mine over the stored version
      </Button>
      <Button onClick={takeStored}>Use the stored version</Button>
    </section>
  );
}

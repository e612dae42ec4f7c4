import { Key } from '../../../shared/ui/index.ts';

interface BigChoiceProps {
  readonly words: string;
  readonly keyName: string;
  readonly chosen: boolean;
  readonly role: 'checkbox' | 'radio';
  readonly choose: () => void;
}

/** A choice for a thumb or for one key. */
export const BigChoice = ({ words, keyName, chosen, role, choose }: BigChoiceProps) => (
  <button
    type="button"
    role={role}
    aria-checked={chosen}
    className={`big-choice${chosen ? ' chosen' : ''}`}
    onClick={choose}
  >
    <span className="step-box" aria-hidden="true" />
    {words}
    <Key name={keyName} />
  </button>
);

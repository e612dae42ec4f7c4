import { Button } from 'antd';
import { Link, useLocation } from 'react-router';
import { QrCode } from '../../shared/qr/index.ts';
import {} from '../../shared/ui/index.ts';
import './register.css';

/** A sheet of tags to print: each opens the unit's page when it is scanned. */
export function LabelsPage() {
  const { state } = useLocation() as { state: { tags?: readonly string[] } | null };
  const tags = state?.tags ?? [];
  return (
    <main className="labels">
      <header className="register-head no-print">
        <h1>
          Labels <span className="muted">{tags.length}</span>
        </h1>
        <Link to="/register">Back to the units</Link>
        <Button type="primary" disabled={tags.length === 0} onClick={() => window.print()}>
          Print
        </Button>
      </header>
      {tags.length === 0 && <p className="muted">Choose units in the register, then print their labels.</p>}
      <ul className="label-sheet">
        {tags.map((tag) => (
          <li key={tag}>
            <QrCode text={`${window.location.origin}/units/${encodeURIComponent(tag)}`} name={tag} />
            <b className="mono">{tag}</b>
          </li>
        ))}
      </ul>
    </main>
  );
}

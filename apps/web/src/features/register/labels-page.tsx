import { Button } from 'antd';
import { create } from 'qrcode';
import { Link, useLocation } from 'react-router';
import { useTitle } from '../../shared/ui/index.ts';
import './register.css';

/** A sheet of tags to print: each opens the unit's page when it is scanned. */
export function LabelsPage() {
  useTitle('Labels');
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

/** A QR code as one path, drawn by us: sharp at any size, and nothing is fetched. */
export function QrCode({ text, name }: { readonly text: string; readonly name: string }) {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const { size, data } = modules;
  const path = Array.from(data, (dark, index) =>
    dark ? `M${index % size},${Math.floor(index / size)}h1v1h-1z` : '',
  ).join('');
  return (
    <svg viewBox={`-2 -2 ${size + 4} ${size + 4}`} role="img" aria-label={`QR code of ${name}`} className="qr">
      <path className="qr-paper" d={`M-2,-2h${size + 4}v${size + 4}h-${size + 4}z`} />
      <path className="qr-ink" d={path} shapeRendering="crispEdges" />
    </svg>
  );
}

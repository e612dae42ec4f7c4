import { Button } from 'antd';
import { Link } from 'react-router';
import type { UnitDto } from '../../shared/api/index.ts';
import { QrCode } from '../../shared/qr/index.ts';
import { Key, useKeys } from '../../shared/ui/index.ts';

interface PaperHeadProps {
  readonly title: string;
  readonly unit: UnitDto;
  readonly hours: string;
}

/** The head of a sheet for a unit: what it is, and the code that leads back to its page. */
export function PaperHead({ title, unit: { tag, kind, family, site, serial, stamping }, hours }: PaperHeadProps) {
  useKeys([{ key: 'p', what: 'Print the sheet', run: () => window.print() }]);
  return (
    <header className="paper-head">
      <div>
        <p className="paper-title">{title}</p>
        <h1>
          <span className="mono">{tag}</span> {kind}
        </h1>
        <p>
          {[family.code, site, serial && `serial ${serial}`, stamping && `stamped ${stamping}`, hours]
            .filter(Boolean)
            .join(' · ')}
        </p>
        <p className="no-print paper-acts">
          <Button type="primary" onClick={() => window.print()}>
            Print <Key name="p" />
          </Button>
          <Link to={`/units/${encodeURIComponent(tag)}`}>Back to the unit</Link>
        </p>
      </div>
      <QrCode text={`${window.location.origin}/units/${encodeURIComponent(tag)}`} name={tag} />
    </header>
  );
}

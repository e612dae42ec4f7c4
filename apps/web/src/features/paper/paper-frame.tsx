import { Button } from 'antd';
import type { ReactNode } from 'react';
import type { UnitDto } from '../../shared/api/index.ts';
import { QrCode } from '../../shared/qr/index.ts';
import { Key, PageFrame, useKeys } from '../../shared/ui/index.ts';

interface PaperProps {
  readonly title: string;
  readonly unit: UnitDto;
  readonly hours: string;
  readonly children: ReactNode;
}

/** A printed sheet for a unit, with its plate and a code that leads to its page. */
export function PaperFrame({ title, unit, hours, children }: PaperProps) {
  const { tag, kind, family, site, serial, stamping } = unit;
  useKeys([{ key: 'p', what: 'Print the sheet', run: () => window.print() }]);
  return (
    <PageFrame
      className="paper-sheet"
      up={{ to: `/units/${encodeURIComponent(tag)}`, name: tag }}
      title={
        <>
          <span className="mono">{tag}</span> {kind}
        </>
      }
      sentence={
        <>
          <p className="paper-title">{title}</p>
          <p>
            {[family.code, site, serial && `serial ${serial}`, stamping && `stamped ${stamping}`, hours]
              .filter(Boolean)
              .join(' · ')}
          </p>
        </>
      }
      actions={
        <Button type="primary" onClick={() => window.print()}>
          Print <Key name="p" />
        </Button>
      }
      code={<QrCode text={`${window.location.origin}/units/${encodeURIComponent(tag)}`} name={tag} />}
    >
      {children}
    </PageFrame>
  );
}

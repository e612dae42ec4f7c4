import type { ReactNode } from 'react';
import './plate.css';

interface PlateProps {
  readonly tag: string;
  readonly lines: readonly { readonly label: string; readonly value: ReactNode; readonly mono?: boolean }[];
}

/** A unit's identity, drawn like a riveted plate. */
export const Plate = ({ tag, lines }: PlateProps) => (
  <section className="plate" aria-label={`Unit ${tag}`}>
    <p className="plate-tag">{tag}</p>
    <dl>
      {lines.map(({ label, value, mono }) => (
        <div key={label}>
          <dt>{label}</dt>
          <dd className={mono ? 'mono' : undefined}>{value}</dd>
        </div>
      ))}
    </dl>
  </section>
);

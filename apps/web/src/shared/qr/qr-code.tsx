import { create } from 'qrcode';
import './qr-code.css';

/** A QR code as one SVG path, sharp at any size and without a request. */
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

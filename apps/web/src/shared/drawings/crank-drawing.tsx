import { type SliderCrank, travelAt } from '@sturdy-shim/core';
import { Slider } from 'antd';
import { useState } from 'react';
import './crank-drawing.css';

/** A crank, rod and piston to scale. It starts at the angle calculated and turns with the slider. */
export function CrankDrawing({ crank, degrees }: { readonly crank: SliderCrank; readonly degrees: number }) {
  const [turned, setTurned] = useState<{ readonly from: number; readonly to: number } | null>(null);
  const angle = turned !== null && turned.from === degrees ? turned.to : degrees;
  const scale = 46 / (crank.strokeMm / 2 + crank.rodMm);
  const [throwPx, rodPx] = [(crank.strokeMm / 2) * scale * 1.5, crank.rodMm * scale * 1.5];
  const radians = (angle * Math.PI) / 180;
  const [pinX, pinY] = [throwPx * Math.sin(radians), -throwPx * Math.cos(radians)];
  const pistonY = pinY - Math.sqrt(Math.max(0, rodPx ** 2 - pinX ** 2));
  const top = -(throwPx + rodPx);
  return (
    <figure className="crank-drawing">
      <svg
        viewBox={`-50 ${top - 22} 100 ${throwPx * 2 + rodPx + 34}`}
        width="150"
        height="170"
        role="img"
        aria-label={`Crank ${angle.toFixed(0)} degrees past top, piston ${travelAt(crank, angle).toFixed(1)} mm down`}
      >
        <path
          d={`M-22,${top - 20}V${top + throwPx * 2 + 14}M22,${top - 20}V${top + throwPx * 2 + 14}`}
          className="crank-bore"
        />
        <path d={`M-30,${top - 12}H30`} className="crank-top" />
        <rect x={-20} y={pistonY - 12} width={40} height={20} className="crank-piston" />
        <circle r={throwPx} className="crank-circle" />
        <path d={`M0,${pistonY}L${pinX},${pinY}`} className="crank-rod" />
        <path d={`M0,0L${pinX},${pinY}`} className="crank-arm" />
        <circle cx={pinX} cy={pinY} r={4} className="crank-pin" />
        <circle r={5} className="crank-pin" />
        <circle cx={0} cy={pistonY} r={3} className="crank-pin" />
      </svg>
      <figcaption>
        <Slider
          min={0}
          max={360}
          value={Math.round(angle)}
          onChange={(to) => setTurned({ from: degrees, to })}
          tooltip={{ open: false }}
          ariaLabelForHandle="Turn the crank"
        />
        <span className="mono">{angle.toFixed(0)}°</span> past top, piston{' '}
        <span className="mono">{travelAt(crank, angle).toFixed(1)} mm</span> down
      </figcaption>
    </figure>
  );
}

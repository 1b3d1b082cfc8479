// An address as a code for a camera.
import { useEffect, useState } from 'react';
import { toString } from 'qrcode';
import { tell } from '../store/live.ts';

export const Code = ({ text, size = 220 }: { text: string; size?: number }) => {
  const [svg, setSvg] = useState('');
  useEffect(() => {
    toString(text, { type: 'svg', margin: 2, errorCorrectionLevel: 'M' }).then(setSvg, tell);
  }, [text]);
  // Black on white in every theme: a camera reads nothing else surely.
  return (
    <img
      alt={`A code with the address ${text}`}
      src={`data:image/svg+xml;utf8,${encodeURIComponent(svg)}`}
      width={size}
      height={size}
      className="border border-rule-2 bg-white"
    />
  );
};

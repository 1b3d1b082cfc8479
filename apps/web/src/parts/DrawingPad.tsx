// Something drawn with a finger, a pen or a mouse, kept as strokes: a signature on its line, or a sketch.
import { type PointerEvent, useRef, useState } from 'react';

const width = 600;
const mostChars = 18_000;

export const DrawingPad = ({
  label,
  height,
  line,
  strokes,
  change,
}: {
  /** What a reader hears, by whether something is drawn. */
  label: (drawn: boolean) => string;
  height: number;
  /** Height of the line to sign on; null for none. */
  line: number | null;
  strokes: string;
  change: (strokes: string) => void;
}) => {
  const field = useRef<SVGSVGElement>(null);
  const [drawing, setDrawing] = useState<string | null>(null);
  const at = ({ clientX, clientY }: PointerEvent): string => {
    const box = field.current?.getBoundingClientRect();
    if (box === undefined || box.width === 0) return '0 0';
    const on = (value: number, size: number, most: number): number => Math.max(0, Math.min(most, Math.round((value / size) * most)));
    return `${on(clientX - box.left, box.width, width)} ${on(clientY - box.top, box.height, height)}`;
  };
  const end = (): void => {
    if (drawing?.includes('L') === true && strokes.length + drawing.length < mostChars)
      change(strokes === '' ? drawing : `${strokes} ${drawing}`);
    setDrawing(null);
  };
  return (
    <div className="max-w-xl">
      <svg
        ref={field}
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={label(strokes !== '')}
        className="w-full touch-none border-2 border-field bg-slip"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          setDrawing(`M${at(event)}`);
        }}
        onPointerMove={(event) => {
          if (drawing !== null) setDrawing(`${drawing} L${at(event)}`);
        }}
        onPointerUp={end}
        onPointerCancel={end}
      >
        {line !== null && <path d={`M20 ${line}H580`} stroke="var(--rule-2)" />}
        <path
          d={[strokes, drawing ?? ''].filter((part) => part !== '').join(' ')}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="3"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      </svg>
      <button type="button" className="quiet" onClick={() => change('')}>
        Wipe it
      </button>
    </div>
  );
};

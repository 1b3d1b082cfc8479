// A cable pin to pin: each end's socket at its side, a line for each wire, arrows by who speaks.
import type { Pin, PinDrawing as Drawing } from '@green-lamp/core/sums';

const row = 24;
const top = 34;
const width = 520;
const [left, right] = [150, width - 150];

const arrows = { in: '←', out: '→', none: '' } as const;
const leftWords = ({ n, name, way }: Pin): string => `${name} ${arrows[way]} ${n}`.replace('  ', ' ');
const rightWords = ({ n, name, way }: Pin): string => `${n} ${way === 'out' ? '←' : way === 'in' ? '→' : ''} ${name}`.replace('  ', ' ');

/** The pins of one side in their own order. */
const ordered = (pins: readonly Pin[]): readonly Pin[] => [...pins].sort((a, b) => a.n.localeCompare(b.n, undefined, { numeric: true }));

const spoken = ({ is, wires }: Drawing): string =>
  `${is}: ${wires.map(({ from, to, colour }) => `${from.n} ${from.name} to ${to.n} ${to.name}${colour === null ? '' : `, ${colour}`}`).join('; ')}`;

export const PinDrawing = ({ drawing, from, to }: { drawing: Drawing; from: string; to: string }) => {
  const { is, socket, norm, wires } = drawing;
  const [near, far] = [ordered(wires.map((wire) => wire.from)), ordered(wires.map((wire) => wire.to))];
  const y = (of: readonly Pin[], pin: Pin): number => top + of.findIndex(({ n }) => n === pin.n) * row;
  const height = top + wires.length * row;
  return (
    <figure className="my-2">
      <svg viewBox={`0 0 ${width} ${height}`} className="w-full max-w-[560px]" role="img" aria-label={spoken(drawing)}>
        <text x={left - 12} y={16} textAnchor="end" className="pin-end">
          {from.slice(0, 22)}
        </text>
        <text x={right + 12} y={16} className="pin-end">
          {to.slice(0, 22)}
        </text>
        {wires.map((wire) => {
          const [a, b] = [y(near, wire.from), y(far, wire.to)];
          return (
            <g key={`${wire.from.n} ${wire.to.n}`}>
              <text x={left - 12} y={a + 5} textAnchor="end" className="pin">
                {leftWords(wire.from)}
              </text>
              <circle cx={left} cy={a} r="5" className="pin-hole" />
              <line x1={left + 5} y1={a} x2={right - 5} y2={b} className="pin-wire" />
              <circle cx={right} cy={b} r="5" className="pin-hole" />
              <text x={right + 12} y={b + 5} className="pin">
                {rightWords(wire.to)}
              </text>
              {wire.colour !== null && (
                <text x={(left + right) / 2} y={a - 4} textAnchor="middle" className="pin-colour">
                  {wire.colour}
                </text>
              )}
            </g>
          );
        })}
      </svg>
      <figcaption className="text-note text-ink-2">
        {is === 'straight' ? 'Straight' : 'Crossed'}, {socket} by {norm}, both sockets seen with the pin numbers on them.
      </figcaption>
    </figure>
  );
};

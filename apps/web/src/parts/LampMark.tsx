// A lamp's state as a shape: disc with a tick, triangle with a stroke, square with a cross, dashed ring with a hand, empty ring, short bar.
import type { Verdict } from '@green-lamp/core/lamp';

const colour: { readonly [V in Verdict]: string } = {
  proven: 'var(--proven)',
  marginal: 'var(--marginal)',
  failed: 'var(--failed)',
  stale: 'var(--stale)',
  dark: 'var(--dark)',
  none: 'var(--wire)',
};

const Shape = ({ is }: { is: Verdict }) => {
  const fill = colour[is];
  const on = 'var(--sheet)';
  switch (is) {
    case 'proven':
      return (
        <>
          <circle cx="12" cy="12" r="11" fill={fill} className="lamp-fill" />
          <path
            d="M6.5 12.5l4 4 7-8"
            fill="none"
            className="lamp-on"
            stroke={on}
            strokeWidth="2.6"
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        </>
      );
    case 'marginal':
      return (
        <>
          <path d="M12 .8L23.6 22H.4z" fill={fill} strokeLinejoin="round" className="lamp-fill" />
          <path d="M12 8v6.5M12 17.4v1.8" className="lamp-on" stroke={on} strokeWidth="2.6" strokeLinecap="round" />
        </>
      );
    case 'failed':
      return (
        <>
          <rect x="1.5" y="1.5" width="21" height="21" rx="2.5" fill={fill} className="lamp-fill" />
          <path d="M7.5 7.5l9 9M16.5 7.5l-9 9" className="lamp-on" stroke={on} strokeWidth="2.8" strokeLinecap="round" />
        </>
      );
    case 'stale':
      return (
        <>
          <circle cx="12" cy="12" r="10" fill="var(--sheet)" stroke={fill} strokeWidth="2.4" strokeDasharray="4.2 2.1" />
          <path d="M12 6.5V12l3.6 2.6" fill="none" stroke={fill} strokeWidth="2.2" strokeLinecap="round" />
        </>
      );
    case 'dark':
      return <circle cx="12" cy="12" r="10" fill="var(--sheet)" stroke={fill} strokeWidth="2.2" />;
    case 'none':
      return <path d="M12 3.5v17" stroke={fill} strokeWidth="4" strokeLinecap="round" />;
  }
};

export const LampMark = ({ is, size = 26, simulated = false }: { is: Verdict; size?: number; simulated?: boolean }) => (
  <svg
    width={size}
    height={size}
    viewBox={simulated ? '-4 -4 32 32' : '0 0 24 24'}
    aria-hidden="true"
    focusable="false"
    className="block shrink-0 overflow-visible"
  >
    <Shape is={is} />
    {simulated && <circle cx="12" cy="12" r="15" fill="none" stroke={colour[is]} strokeWidth="1.5" strokeDasharray="1.5 2.5" />}
  </svg>
);

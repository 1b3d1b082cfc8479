// A tunnel's own segment of the line: a sleeve over the paths, with how it stands. It leads to its proof.
import { Link } from 'react-router';
import { type TunnelResult, verdictWords } from '@green-lamp/core/lamp';
import { LampMark } from '../LampMark.tsx';

export const TunnelWire = ({ of, name, over, to }: { of: TunnelResult; name: string; over: string; to: string }) => (
  <Link className="tunnel-wire" to={to} title={`Tunnel over ${over}`}>
    <span className="sleeve" aria-hidden="true" />
    <LampMark is={of.is} size={of.simulated ? 22 : 17} simulated={of.simulated} />
    <span className="min-w-0 truncate">
      <strong>Tunnel, {name}</strong>{' '}
      <span className="text-ink-2">
        {verdictWords[of.is]}
        {of.grade !== null && ` · ${of.grade}`}
        {of.simulated && ', simulated'}
      </span>
    </span>
    <span className="sleeve" aria-hidden="true" />
  </Link>
);

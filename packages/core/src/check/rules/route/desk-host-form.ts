// Five octets, a number over 255, a zero in front: each reader takes it for something else (RFC 6943 §3.1.1).
import { parseHost } from '../../../sums/index.ts';
import { rule } from '../../rule.ts';

export const deskHostForm = rule({
  id: 'route/desk-host-form',
  lamp: 'Route',
  reads: ['unit.deskHost'],
  codes: ['host-form', 'host-local'],
  find: ({ 'unit.deskHost': calls }) => {
    const host = parseHost(calls);
    if (!host.ok) {
      const [fault] = host.problems;
      return [
        {
          code: 'host-form',
          severity: 'stop',
          args: { calls, why: fault?.code === 'address' ? fault.args.why : 'It is neither an address nor a host name.' },
        },
      ];
    }
    const kind = host.value.kind === 'address' ? host.value.address.kind : null;
    return kind === 'private' || kind === 'loopback' || kind === 'link-local' || kind === 'unspecified'
      ? [{ code: 'host-local', severity: 'fix', args: { calls, kind } }]
      : [];
  },
  fires: { 'unit.deskHost': '192.0.2.010' },
  silent: { 'unit.deskHost': 'desk.varrow.example' },
});

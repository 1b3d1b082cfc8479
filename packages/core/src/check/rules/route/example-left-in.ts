// RFC 5737 and RFC 3849 addresses and RFC 2606 names are for documents. Demo stations are exempt.
import { parseHost } from '../../../sums/index.ts';
import { rule } from '../../rule.ts';

export const exampleLeftIn = rule({
  id: 'route/example-left-in',
  lamp: 'Route',
  reads: ['unit.deskHost'],
  codes: ['example-host'],
  find: ({ 'unit.deskHost': calls }, { demo }) => {
    const host = parseHost(calls);
    if (demo || !host.ok) return [];
    const example =
      host.value.kind === 'address'
        ? host.value.address.kind === 'documentation'
        : /(?:^|\.)(?:example|test|invalid)$|(?:^|\.)example\.(?:com|net|org)$/.test(host.value.name);
    return example ? [{ code: 'example-host', severity: 'stop', args: { calls } }] : [];
  },
  fires: { 'unit.deskHost': '198.51.100.7' },
  silent: { 'unit.deskHost': '10.0.0.7' },
});

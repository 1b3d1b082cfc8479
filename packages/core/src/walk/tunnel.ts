// A tunnel as it is planned: how large a packet may be inside, and what its signs of life cost on each path that is paid by the byte.
import { type ElementId, plainText, settingKey } from '../name/index.ts';
import { elementsOf, type State } from '../journal/index.ts';
import { asPlanned, inUse } from '../lamp/index.ts';
import { bindingsOf } from '../sheet/index.ts';
import { keepaliveMonth, tunnelInner, type TunnelKind, tunnelKind } from '../sums/index.ts';

export type TunnelFigures = {
  readonly tunnel: ElementId;
  readonly kind: TunnelKind | null;
  /** The largest packet of the paths that carry it, and the largest that fits inside; null where the sheet does not say. */
  readonly outer: number | null;
  readonly inner: number | null;
  /** What signs of life cost in thirty days, bytes, on each cellular path; null where none is set. */
  readonly month: number | null;
  readonly metered: readonly ElementId[];
  readonly keyEnds: string | null;
  readonly traffic: 'all' | 'rule' | null;
  /** Whom each side asks for the proof. */
  readonly hosts: { readonly here: string | null; readonly there: string | null };
};

/** The figures of each tunnel on the sheet. IPsec over a cellular path is taken as going through UDP: carriers change addresses. */
export const tunnelFigures = (state: State): TunnelFigures[] => {
  const { value } = asPlanned(state);
  const uses = inUse({ state, bindings: bindingsOf(asPlanned(state)) });
  return elementsOf(state, 'tunnel').map(({ id }): TunnelFigures => {
    const of = (
      key:
        | 'tunnel.kind'
        | 'tunnel.keepalive'
        | 'tunnel.mtu'
        | 'tunnel.overhead'
        | 'tunnel.keyEnds'
        | 'tunnel.traffic'
        | 'tunnel.hostHere'
        | 'tunnel.hostThere',
    ) => value(settingKey('tunnel', id, key.slice('tunnel.'.length)));
    const words = (key: Parameters<typeof of>[0]): string | null => plainText(of(key) ?? '').trim() || null;
    const named = uses.filter(({ path }) => value(settingKey('path', path, 'tunnel')) === id);
    const carrying = named.length > 0 ? named : uses.filter(({ kind }) => kind !== 'text');
    const metered = carrying.filter(({ kind }) => kind === 'cellular').map(({ path }) => path);
    const mtus = [of('tunnel.mtu'), ...carrying.map(({ path }) => value(settingKey('path', path, 'mtu')))].filter(
      (one) => typeof one === 'number',
    );
    const outer = mtus.length === 0 ? null : Math.min(...mtus);
    const kind = tunnelKind(words('tunnel.kind') ?? '');
    const takes = of('tunnel.overhead');
    const inner =
      outer === null
        ? null
        : typeof takes === 'number'
          ? outer - takes
          : kind === null
            ? null
            : tunnelInner(kind, outer, { nat: metered.length > 0 });
    const every = of('tunnel.keepalive');
    const traffic = of('tunnel.traffic');
    return {
      tunnel: id,
      kind,
      outer,
      inner,
      month: typeof every === 'number' && every > 0 ? keepaliveMonth(kind, every, kind === 'WireGuard') : null,
      metered,
      keyEnds: words('tunnel.keyEnds'),
      traffic: traffic === 'all' || traffic === 'rule' ? traffic : null,
      hosts: { here: words('tunnel.hostHere'), there: words('tunnel.hostThere') },
    };
  });
};

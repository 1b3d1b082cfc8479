// What was heard of a station's nodes: out of the calls that were kept of them.
import { Injectable } from '@nestjs/common';
import { mostNodes, type NodeHeard, type nodesHeard, type Says } from '@green-lamp/core/api';
import { gatewaysOf } from '@green-lamp/core/lamp';
import type { Stream } from '@green-lamp/core/name';
import { instant } from '@green-lamp/core/quantity';
import { Journal } from '../../journal/journal.ts';
import { fieldsOf } from '../frame-fields.ts';
import type { FrameRow } from '../frame.row.ts';
import { FrameSearch } from '../frame-search.ts';
import { type KeyedNode, UnitKeys } from '../unit-keys.ts';
import { Uplinks } from './uplinks.ts';

@Injectable()
export class Nodes {
  constructor(
    private readonly journal: Journal,
    private readonly keys: UnitKeys,
    private readonly frames: FrameSearch,
    private readonly uplinks: Uplinks,
  ) {}

  async of(station: Stream): Promise<Says<typeof nodesHeard>> {
    const known = (await this.keys.nodesOf(station)).slice(0, mostNodes);
    const nodes: NodeHeard[] = [];
    for (const node of known) nodes.push(heardOf(node, await this.#newest(station, `"node":"${node.address}"`)));
    const own = gatewaysOf(await this.journal.state(station));
    const gateway = own.length === 0 ? null : await this.#newest(station, '"gateway":"');
    const strangers = this.uplinks.strangers.filter(({ gateway: by }) => own.includes(by));
    return {
      nodes,
      strangers: strangers.map((one) => ({ ...one })),
      gateway:
        gateway === null ? null : { at: instant(gateway.at), eui: fieldsOf(gateway.fields)['gateway'] ?? '', simulated: gateway.simulated },
    };
  }

  async #newest(station: Stream, text: string): Promise<FrameRow | null> {
    const { rows } = await this.frames.find({ station, kind: 'radio', status: 'matched', text }, undefined, 1);
    return rows[0] ?? null;
  }
}

const heardOf = ({ id, label, address, session, decoder }: KeyedNode, frame: FrameRow | null): NodeHeard => {
  const fields = fieldsOf(frame?.fields);
  const of = (name: string): string => fields[name] ?? '';
  const ending = (end: string): string => Object.entries(fields).find(([name]) => name.endsWith(end))?.[1] ?? '';
  return {
    device: id,
    label,
    address,
    keyed: session !== null,
    hasDecoder: decoder !== '',
    last:
      frame === null
        ? null
        : {
            at: instant(frame.at),
            counter: of('counter'),
            gateway: of('gateway'),
            gateways: of('gateways'),
            rssi: ending('.rssi'),
            snr: ending('.snr'),
            rate: of('rate'),
            payload: of('payload').slice(0, 1000),
            port: of('port'),
            decoder: of('decoder'),
            simulated: frame.simulated,
          },
  };
};

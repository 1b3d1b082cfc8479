// A call of simulated equipment, carried to the desk's real listeners as its protocol has it: each over a socket of its own that is marked before its first byte. What a unit shows itself with is the sheet's.
import { createSocket } from 'node:dgram';
import { request } from 'node:http';
import type { Socket } from 'node:net';
import { Injectable } from '@nestjs/common';
import { MqttClient } from 'mqtt';
import { gatewaysOf } from '@green-lamp/core/lamp';
import { isObject, type Stream } from '@green-lamp/core/name';
import { bytesOfHex, parsedJson, toBase64, writeGateway, writeUplink } from '@green-lamp/core/wire';
import type { UnitProtocol } from '@green-lamp/core/yard';
import type { Mark } from '../desk/ingest.ts';
import { MarkedSockets } from '../desk/marked.ts';
import { Counters } from '../desk/radio/counters.ts';
import { UnitKeys } from '../desk/unit-keys.ts';
import { Journal } from '../journal/journal.ts';
import { Clock } from '../shell/clock.ts';
import { connectFrom, exchange } from './exchange.ts';

const patience = 5000;
/** What a unit makes of an answer that has no words of its own. */
const [taken, refused, nothing] = ['OK 1\n', 'NO 1 refused\n', ''];
/** How a simulated gateway heard a simulated node: well. */
const heardAs = { freq: 868.1, chan: 0, rfch: 0, stat: 1, modu: 'LORA', datr: 'SF7BW125', codr: '4/5', rssi: -92, lsnr: 8.2 } as const;

export type Carried = {
  readonly mark: Mark;
  readonly account: string;
  /** The address of this computer that stands for the unit's path. */
  readonly address: string;
  readonly protocol: UnitProtocol;
  readonly port: number;
  readonly frame: Buffer;
};

@Injectable()
export class Carrier {
  /** Counters of simulated nodes that have gone out and are not kept yet. */
  readonly #sent = new Map<string, number>();
  #token = 0;

  constructor(
    private readonly marked: MarkedSockets,
    private readonly keys: UnitKeys,
    private readonly counters: Counters,
    private readonly journal: Journal,
    private readonly clock: Clock,
  ) {}

  /** What came back, in the words of a unit; empty where nobody answers. */
  async carry(of: Carried): Promise<string> {
    try {
      switch (of.protocol) {
        case 'dc09':
        case 'line':
          return await exchange(await this.#connect(of), of.frame);
        case 'serial':
          return await this.#bytes(of);
        case 'http':
          return await this.#post(of);
        case 'mqtt':
          return await this.#publish(of);
        case 'radio':
          return await this.#uplink(of);
      }
    } catch {
      return nothing; // nobody listens
    }
  }

  async #connect({ address, port, mark }: Carried): Promise<Socket> {
    const socket = await connectFrom(address, port);
    this.marked.put(address, socket.localPort ?? 0, mark);
    return socket;
  }

  /** A modem that hands through hears nothing back: what went out is taken for told. */
  async #bytes(of: Carried): Promise<string> {
    const socket = await this.#connect(of);
    return new Promise((done) => {
      socket.once('error', () => {
        done(nothing);
      });
      socket.once('close', () => {
        done(taken);
      });
      socket.setTimeout(patience, () => socket.destroy());
      socket.end(of.frame);
      socket.resume();
    });
  }

  async #post(of: Carried): Promise<string> {
    const token = of.mark.station === null ? null : await this.keys.tokenOf(of.mark.station);
    const socket = await this.#connect(of);
    return new Promise((done, failed) => {
      const headers = {
        'content-type': 'application/json',
        'content-length': of.frame.length,
        connection: 'close',
        ...(token === null ? {} : { authorization: `Bearer ${token}` }),
      };
      const path = `/calls/${encodeURIComponent(of.account)}`;
      const sent = request(
        { createConnection: () => socket, host: '127.0.0.1', path, method: 'POST', headers, timeout: patience },
        (answer) => {
          answer.resume();
          answer.once('end', () => {
            socket.destroy();
            done(answer.statusCode === 200 ? taken : refused);
          });
        },
      );
      sent.once('timeout', () => sent.destroy());
      sent.once('error', failed);
      sent.end(of.frame);
    });
  }

  async #publish(of: Carried): Promise<string> {
    const token = of.mark.station === null ? null : await this.keys.tokenOf(of.mark.station);
    const socket = await this.#connect(of);
    const client = new MqttClient(() => socket, {
      protocolVersion: 4,
      clientId: `simulated-${of.account}-${socket.localPort ?? 0}`,
      username: of.account,
      password: token ?? '',
      reconnectPeriod: 0,
      connectTimeout: patience,
      keepalive: 60,
    });
    try {
      return await new Promise<string>((done) => {
        const timer = setTimeout(() => {
          done(nothing);
        }, patience);
        const over = (said: string): void => {
          clearTimeout(timer);
          done(said);
        };
        client.once('error', () => {
          over(refused);
        });
        client.once('close', () => {
          over(refused);
        });
        client.once('connect', () => {
          client.publish(`${of.account}/events`, of.frame, { qos: 1 }, (error) => {
            over(error == null ? taken : refused);
          });
        });
      });
    } finally {
      client.end(true);
      socket.destroy();
    }
  }

  /** A node's frame through its gateway's forwarder, or the gateway's own word of itself. */
  async #uplink({ mark, address, port, frame }: Carried): Promise<string> {
    const { station } = mark;
    const [eui] = station === null ? [] : gatewaysOf(await this.journal.state(station));
    if (eui === undefined || station === null) return nothing;
    const said = parsedJson(frame.toString());
    const push =
      said.ok && isObject(said.value)
        ? await this.#radio(station, said.value)
        : { stat: { rxnb: 0, rxok: 0, rxfw: 0, ackr: 100, dwnb: 0, txnb: 0 } };
    if (push === null) return refused;
    const socket = createSocket('udp4');
    try {
      await new Promise<void>((done, failed) => {
        socket.once('error', failed);
        socket.bind(0, address, done);
      });
      this.marked.put(address, socket.address().port, mark);
      return await new Promise((done) => {
        const timer = setTimeout(() => {
          done(nothing);
        }, patience);
        socket.once('message', (bytes) => {
          clearTimeout(timer);
          done(bytes[3] === 1 ? taken : nothing);
        });
        this.#token = (this.#token + 1) & 0xffff;
        socket.send(writeGateway(eui, this.#token, { push }), port, '127.0.0.1');
      });
    } finally {
      socket.close();
    }
  }
  /** The radio frame of a node that the sheet has in that zone; null where it has none with its keys. */
  async #radio(station: Stream, { zone, payload, port }: { readonly [name: string]: unknown }): Promise<object | null> {
    const nodes = await this.keys.nodesOf(station);
    const node = nodes.find((one) => one.zone === String(zone)) ?? (nodes.length === 1 ? nodes[0] : undefined);
    if (node?.session == null || typeof payload !== 'string') return null;
    const key = `${station} ${node.address}`;
    const counter = Math.max((await this.counters.of(station, node.address)).up, this.#sent.get(key) ?? -1) + 1;
    this.#sent.set(key, counter);
    const phy = writeUplink(
      { ...node.session, address: node.address },
      { counter, port: port === 1 ? 1 : 2, payload: bytesOfHex(payload), confirmed: false },
    );
    return { rxpk: [{ ...heardAs, tmst: (this.clock.now() * 1000) % 0x1_0000_0000, size: phy.length, data: toBase64(phy) }] };
  }
}

// The instrument of the yard's bench logger on a TCP port, as Modbus: any master can read it. Its faults are the bench station's: unplugged or unpowered, it answers nothing.
import type { Socket } from 'node:net';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { hearModbusTcp, type ModbusDevice } from '@green-lamp/core/wire';
import { LoopbackPort } from './loopback-port.ts';
import { Yard } from './yard.ts';

@Injectable()
export class ModbusPort implements OnApplicationShutdown {
  #written: ModbusDevice['holding'] | null = null;
  readonly #at = new LoopbackPort('GREENLAMP_MODBUS_PORT', (socket) => {
    this.#serve(socket);
  });

  constructor(private readonly yard: Yard) {}

  get port(): number {
    return this.#at.port;
  }
  open(port: number): Promise<void> {
    return this.#at.open(port);
  }
  onApplicationShutdown(): void {
    this.#at.close();
  }

  #serve(socket: Socket): void {
    let held: Uint8Array = new Uint8Array();
    socket.on('data', (arrived: Buffer) => {
      const instrument = this.yard.instrument();
      if (instrument === null) {
        held = new Uint8Array();
        return;
      }
      const heard = hearModbusTcp({ ...instrument, holding: this.#written ?? instrument.holding }, Buffer.concat([held, arrived]));
      held = heard.held;
      this.#written = heard.device.holding;
      if (heard.answer.length > 0) socket.write(heard.answer);
      if (heard.broken) socket.destroy();
    });
  }
}

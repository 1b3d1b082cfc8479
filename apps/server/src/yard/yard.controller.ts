import { Body, Controller, Get, HttpCode, HttpStatus, Post, Query } from '@nestjs/common';
import { type ElementId, isElementId, isStream, type Stream } from '@green-lamp/core/name';
import { problem } from '@green-lamp/core/problem';
import { May } from '../shell/may.ts';
import { ProblemException } from '../shell/problem-reply.ts';
import { AskBody, CallBody, ClockBody, PathBody, StationBody, WeatherBody } from './yard.body.ts';
import { ModemPort } from './modem-port.ts';
import { type PlaceView, type Tried, Yard } from './yard.ts';

type View = { readonly places: PlaceView[] | null };
const refuse = (status: HttpStatus, path: string, why: string): never => {
  throw new ProblemException(status, [problem('refused', path, { why })]);
};

@Controller('api/yard')
export class YardController {
  constructor(
    private readonly yard: Yard,
    private readonly modem: ModemPort,
  ) {}

  /** Text messages that the bench modem has sent, oldest first; all are simulated. */
  @May('yard.use')
  @Get('sent')
  sent(): { simulated: true; sent: ModemPort['outbox'] } {
    return { simulated: true, sent: this.modem.outbox };
  }

  @May('yard.use')
  @Get()
  view(@Query() { stream }: StationBody): View {
    return { places: this.yard.view(this.#stream(stream)) };
  }

  @May('yard.use')
  @Post('start')
  @HttpCode(200)
  async start(@Body() { stream }: StationBody): Promise<View> {
    await this.yard.start(this.#stream(stream));
    return this.view({ stream });
  }

  @May('yard.use')
  @Post('stop')
  @HttpCode(200)
  stop(@Body() { stream }: StationBody): View {
    this.yard.stop(this.#stream(stream));
    return this.view({ stream });
  }

  @May('yard.use')
  @Post('weather')
  @HttpCode(200)
  weather(@Body() { stream, path, ...conditions }: WeatherBody): View {
    this.yard.weather(this.#at({ stream, path }).place, conditions);
    return this.view({ stream });
  }

  @May('yard.use')
  @Post('clock')
  @HttpCode(200)
  clock(@Body() { clock, ...at }: ClockBody): View {
    this.yard.setClock(this.#at(at).place, clock);
    return this.view(at);
  }

  @May('yard.use')
  @Post('ask')
  @HttpCode(200)
  ask(@Body() { typed, ...at }: AskBody): { answer: string } {
    return { answer: this.yard.ask(this.#at(at).place, typed) };
  }

  @May('yard.use')
  @Post('keep')
  @HttpCode(200)
  async keep(@Body() at: PathBody): Promise<{ entry: string; text: string }> {
    const { stream, path, place } = this.#at(at);
    if (place.said === '') return refuse(HttpStatus.CONFLICT, 'path', 'The modem has said nothing since the last time.');
    return this.yard.keep(stream, path, place);
  }

  @May('yard.use')
  @Post('call')
  @HttpCode(200)
  async call(@Body() { event, ...at }: CallBody): Promise<{ tried: Tried[] }> {
    const { stream, path, place } = this.#at(at);
    try {
      return { tried: await this.yard.call(stream, path, place, event) };
    } catch (error) {
      const code = error instanceof Error && 'code' in error ? String(error.code) : 'no connection';
      return refuse(HttpStatus.BAD_GATEWAY, 'path', `The desk’s listener could not be reached from ${place.address} (${code}).`);
    }
  }

  #stream(stream: string): Stream {
    return isStream(stream) && stream.startsWith('station:') ? stream : refuse(HttpStatus.BAD_REQUEST, 'stream', 'That is no station.');
  }
  #at({ stream: of, path }: PathBody): { stream: Stream; path: ElementId; place: NonNullable<ReturnType<Yard['place']>> } {
    const stream = this.#stream(of);
    const place = this.yard.place(stream, path);
    if (place === null || !isElementId(path))
      return refuse(HttpStatus.CONFLICT, 'path', 'The yard is not running for this path: start it first.');
    return { stream, path, place };
  }
}

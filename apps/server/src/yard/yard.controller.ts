import { Body, Controller, Get, HttpCode, HttpStatus, Post, Query } from '@nestjs/common';
import { type ElementId, isElementId, isJson, isStream, type Stream } from '@green-lamp/core/name';
import { problem } from '@green-lamp/core/problem';
import type {
  actInYard,
  askModem,
  askThrough,
  callByUnit,
  keepDialogue,
  Says,
  setUnitClock,
  startYard,
  stopYard,
  yardDale,
  yardPlaces,
  yardScenario,
  yardSpec,
  yardStation,
  yardTexts,
} from '@green-lamp/core/api';
import { parts as allParts, type WorldPath } from '@green-lamp/core/yard';
import { May } from '../shell/may.ts';
import { ProblemException } from '../shell/problem-reply.ts';
import { ActBody, AskBody, CallBody, ClockBody, PathBody, StartBody, StationBody, ThroughBody } from './yard.body.ts';
import { Yard } from './yard.ts';

const refuse = (status: HttpStatus, path: string, why: string): never => {
  throw new ProblemException(status, [problem('refused', path, { why })]);
};
/** What only the yard itself may say: it would let anybody pretend that the desk had answered, or put a station where none is. */
const notByHand: ReadonlySet<unknown> = new Set(['answered', 'start', 'stop']);

@Controller('api/yard')
export class YardController {
  constructor(private readonly yard: Yard) {}

  /** Text messages that virtual modems have sent, oldest first; all are simulated. */
  @May('yard.read')
  @Get('sent')
  sent(): Says<typeof yardTexts> {
    return { simulated: true, sent: this.yard.sent };
  }

  /** The dale: masts, carriers, office, portal, and the stations whose equipment runs. */
  @May('yard.read')
  @Get('dale')
  dale(): Says<typeof yardDale> {
    return { simulated: true, dale: this.yard.dale() };
  }

  /** Everything that was done in the yard since the server started, as a scenario file. */
  @May('yard.read')
  @Get('scenario')
  scenario(): Says<typeof yardScenario> {
    return { scenario: this.yard.scenario() };
  }

  @May('yard.read')
  @Get()
  view(@Query() { stream }: StationBody): Says<typeof yardPlaces> {
    return { places: this.yard.view(this.#stream(stream)) };
  }

  /** One station as it can be seen, and the faults that could be planted there; null where it stands still. */
  @May('yard.read')
  @Get('station')
  station(@Query() { stream }: StationBody): Says<typeof yardStation> {
    return { simulated: true, seen: this.yard.station(this.#stream(stream)) };
  }

  /** What a station's equipment would be made from: for practice in the page. */
  @May('yard.read')
  @Get('spec')
  async spec(@Query() { stream }: StationBody): Promise<Says<typeof yardSpec>> {
    return { spec: await this.yard.spec(this.#stream(stream), allParts) };
  }

  @May('yard.use')
  @Post('start')
  @HttpCode(200)
  async start(@Body() { stream, parts = [...allParts] }: StartBody): Promise<Says<typeof startYard>> {
    await this.yard.start(this.#stream(stream), parts);
    return this.view({ stream });
  }

  @May('yard.use')
  @Post('stop')
  @HttpCode(200)
  stop(@Body() { stream }: StationBody): Says<typeof stopYard> {
    this.yard.stop(this.#stream(stream));
    return this.view({ stream });
  }

  @May('yard.use')
  @Post('act')
  @HttpCode(200)
  act(@Body() { act }: ActBody): Says<typeof actInYard> {
    if (!isJson(act) || ('act' in act && notByHand.has(act.act)))
      return refuse(HttpStatus.BAD_REQUEST, 'act', 'That is nothing that a person does.');
    const done = this.yard.act(act);
    if (!done.ok) throw new ProblemException(HttpStatus.BAD_REQUEST, done.problems);
    return { refused: done.value };
  }

  @May('yard.use')
  @Post('clock')
  @HttpCode(200)
  clock(@Body() { clock, ...at }: ClockBody): Says<typeof setUnitClock> {
    const { stream } = this.#at(at);
    this.yard.act({ act: 'clock', station: stream, off: clock });
    return this.view(at);
  }

  @May('yard.use')
  @Post('ask')
  @HttpCode(200)
  async ask(@Body() { typed, ...at }: AskBody): Promise<Says<typeof askModem>> {
    const { stream, place } = this.#at(at);
    return { answer: await this.yard.ask(stream, place, typed) };
  }

  @May('yard.use')
  @Post('keep')
  @HttpCode(200)
  async keep(@Body() at: PathBody): Promise<Says<typeof keepDialogue>> {
    const { stream, place } = this.#at(at);
    if (this.yard.unkept(stream, place) === '')
      return refuse(HttpStatus.CONFLICT, 'path', 'The modem has said nothing since the last time.');
    return this.yard.keep(stream, place);
  }

  @May('yard.use')
  @Post('through')
  @HttpCode(200)
  async through(@Body() { stream, host, from }: ThroughBody): Promise<Says<typeof askThrough>> {
    const said = await this.yard.through(this.#stream(stream), { host, from });
    return said ?? refuse(HttpStatus.CONFLICT, 'stream', 'The yard stands still for this station.');
  }

  @May('yard.use')
  @Post('call')
  @HttpCode(200)
  async call(@Body() { event, ...at }: CallBody): Promise<Says<typeof callByUnit>> {
    const { stream, place } = this.#at(at);
    const { tried, why } = await this.yard.call(stream, place, event);
    if (why !== null) return refuse(HttpStatus.CONFLICT, 'path', `The call did not reach the desk. ${why}`);
    return { tried };
  }

  #stream(stream: string): Stream {
    return isStream(stream) && stream.startsWith('station:') ? stream : refuse(HttpStatus.BAD_REQUEST, 'stream', 'That is no station.');
  }
  #at({ stream: of, path }: PathBody): { stream: Stream; path: ElementId; place: WorldPath } {
    const stream = this.#stream(of);
    const found = this.yard.place(stream, path);
    if (found === null || !isElementId(path))
      return refuse(HttpStatus.CONFLICT, 'path', 'The yard is not running for this path: start it first.');
    return { stream, path, place: found.path };
  }
}

import { IsBoolean, IsIn, IsInt, IsString, Matches, Max, MaxLength, Min } from 'class-validator';
import { airs, type Conditions, cardStates, networks, type YardEvent, yardEvents } from '@green-lamp/core/yard';

export class StationBody {
  @IsString() @MaxLength(60) stream: string;
}
export class PathBody extends StationBody {
  @Matches(/^[0-9a-z]{6}$/) path: string;
}
export class AskBody extends PathBody {
  @IsString() @MaxLength(2000) typed: string;
}
export class CallBody extends PathBody {
  @IsIn(yardEvents.map(({ what }) => what)) event: YardEvent;
}
export class ClockBody extends PathBody {
  @IsInt() @Min(-86_400_000) @Max(86_400_000) clock: number;
}
export class WeatherBody extends PathBody implements Conditions {
  @IsIn(cardStates) card: Conditions['card'];
  @IsIn(airs) air: Conditions['air'];
  @IsIn(networks) network: Conditions['network'];
  @IsBoolean() apnKnown: boolean;
  @IsInt() @Min(500) @Max(60_000) refresh: number;
}

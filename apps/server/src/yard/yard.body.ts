import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsObject,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateIf,
} from 'class-validator';
import {
  type CarrierName,
  carrierNames,
  type CrowdProtocol,
  crowdProtocols,
  mostCrowd,
  type Part,
  parts,
  type YardEvent,
  yardEvents,
} from '@green-lamp/core/yard';

export class StationBody {
  @IsString() @MaxLength(60) stream: string;
}
export class StartBody extends StationBody {
  /** What of the station is simulated; left out: all of it. */
  @ValidateIf((body: StartBody) => body.parts !== undefined) @IsArray() @ArrayMaxSize(3) @IsIn(parts, { each: true }) parts?: Part[];
}
export class PathBody extends StationBody {
  @Matches(/^[0-9a-z]{6}$/) path: string;
}
export class AskBody extends PathBody {
  @IsString() @MaxLength(2000) typed: string;
}
export class ThroughBody extends StationBody {
  @IsString() @Matches(/^[0-9a-fA-F.:]{2,60}$/) host: string;
  @IsString() @Matches(/^[0-9a-fA-F.:]{2,60}$/) from: string;
}
export class CallBody extends PathBody {
  @IsIn(yardEvents.map(({ what }) => what)) event: YardEvent;
}
export class ClockBody extends PathBody {
  @IsInt() @Min(-86_400_000) @Max(86_400_000) clock: number;
}
/** One act of the yard; the core's own parser judges what is in it. */
export class ActBody {
  @IsObject() act: object;
}
export class CrowdBody {
  @IsInt() @Min(1) @Max(mostCrowd) count: number;
  @IsInt() @Min(1000) @Max(86_400_000) every: number;
  @IsIn(crowdProtocols) protocol: CrowdProtocol;
  @IsBoolean() stations: boolean;
}
export class OutageBody {
  @IsIn(carrierNames) carrier: CarrierName;
  @IsBoolean() on: boolean;
}

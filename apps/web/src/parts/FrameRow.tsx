// One frame that the desk stored: what it was, how it was attributed, its bytes and its instants.
import { type ReactNode, useState } from 'react';
import { isEvidenceHow, isStrength } from '@green-lamp/core/evidence';
import { howInWords } from '@green-lamp/core/lamp';
import { counted, instant, wallTime } from '@green-lamp/core/quantity';
import { whyWords } from '@green-lamp/core/wire';
import type { FrameView } from '@green-lamp/core/api';
import { frameWords } from './frame-words.ts';

const octets = (base64: string): Uint8Array => Uint8Array.from(atob(base64), (char) => char.charCodeAt(0));

/** Bytes as text, with what can't be shown as its number. */
const asText = (bytes: Uint8Array): string =>
  Array.from(new TextDecoder().decode(bytes), (char) =>
    char < ' ' || char === '\u007f' || char === '\ufffd' ? `\u2039${char.charCodeAt(0).toString(16)}\u203a` : char,
  ).join('');
const asHex = (bytes: Uint8Array): string => [...bytes.subarray(0, 256)].map((byte) => byte.toString(16).padStart(2, '0')).join(' ');

const day = (at: number, zone: string): string => wallTime(instant(at), zone).day;
const tenths = (at: number, zone: string): string => `${wallTime(instant(at), zone).second}.${Math.floor((at % 1000) / 100)}`;

const evidenceWords = ({ strength, entry }: FrameView): string =>
  strength === 'impossible'
    ? 'No: it came from this computer itself, or can’t have come by any path of the station. It proves that the desk listens.'
    : entry === null
      ? 'No: one like it stands already since the last change.'
      : 'Yes.';

const Fact = ({ name, children }: { name: string; children: ReactNode }) => (
  <>
    <dt className="text-ink-2">{name}</dt>
    <dd className="break-all">{children}</dd>
  </>
);

export const FrameRow = ({
  frame,
  zone,
  now,
  path,
  children,
  extra,
}: {
  frame: FrameView;
  zone: string;
  now: number;
  path: (id: string) => string;
  children?: ReactNode;
  extra?: ReactNode;
}) => {
  const [open, setOpen] = useState(false);
  const today = day(now, zone);
  const bytes = octets(frame.bytes);
  const how = isEvidenceHow(frame.how) && isStrength(frame.strength) ? howInWords(frame.how, frame.strength) : null;
  return (
    <li className="border-b border-rule">
      <button
        type="button"
        className="flex min-h-11 w-full flex-wrap items-baseline gap-x-4 px-2 py-2 text-left"
        aria-expanded={open}
        onClick={() => {
          setOpen(!open);
        }}
      >
        <span className="mono text-note">
          {today === day(frame.at, zone) ? '' : `${day(frame.at, zone)} `}
          {tenths(frame.at, zone)}
        </span>
        <span className="font-semibold">
          {frameWords(frame, path)}
          {frame.simulated && ' · simulated'}
        </span>
        {how !== null && <span className="text-note text-ink-2">{how}</span>}
        <span className="grow" />
        {extra}
        <span className="text-small text-ink-2">
          {frame.repeats > 0
            ? `sent ${counted(frame.repeats + 1, 'time')}`
            : frame.status === 'matched' && frame.why !== null
              ? frame.why
              : ''}
        </span>
        <span className="text-small font-semibold">
          {frame.status !== 'matched'
            ? ''
            : frame.strength === 'impossible'
              ? 'proves nothing'
              : `grade ${frame.grade ?? 0}${frame.entry === null ? '' : ' · evidence'}`}
        </span>
      </button>
      {open && (
        <div className="bg-sheet-2 px-4 py-3">
          <pre
            className="mono mb-2 overflow-x-auto border border-rule-2 bg-slip p-2 whitespace-pre-wrap"
            tabIndex={0}
            aria-label="Raw bytes as text"
          >
            {asText(bytes)}
          </pre>
          <p className="mono mb-2 text-small text-ink-2">
            {asHex(bytes)}
            {bytes.length > 256 ? ' …' : ''}
          </p>
          <dl className="grid grid-cols-[150px_1fr] gap-x-3 gap-y-1 text-note">
            <Fact name="Account">{frame.account ?? 'none'}</Fact>
            {frame.instant !== null && frame.instant !== '' && <Fact name="Unit’s own instant">{frame.instant}</Fact>}
            {Object.entries(frame.fields).map(([key, value]) => (
              <Fact key={key} name={key}>
                <span className="mono">{value}</span>
              </Fact>
            ))}
            {frame.status === 'matched' && frame.why !== null && <Fact name="Sent again?">{whyWords(frame.why)}</Fact>}
            {frame.part > 0 && <Fact name="In one block">event {frame.part + 1} of it, answered once</Fact>}
            <Fact name="From">
              <span className="mono">
                {frame.address} port {frame.fromPort}
              </span>{' '}
              to listener {frame.listener}, port {frame.port}
            </Fact>
            <Fact name="Arrived">
              {wallTime(instant(frame.at), zone).day} {tenths(frame.at, zone)}, committed {frame.kept - frame.at} ms later, then answered
            </Fact>
            {frame.zone !== null && <Fact name="Zone">{`${frame.zone}${frame.turn === null ? '' : `, ${frame.turn}`}`}</Fact>}
            {how !== null && <Fact name="Attributed">{how}</Fact>}
            {frame.status === 'matched' && frame.receiver === null && (
              <Fact name="Listener">It arrived at another listener than the sheet’s: it shows the way out and proves no call.</Fact>
            )}
            {frame.status === 'matched' && <Fact name="Evidence">{evidenceWords(frame)}</Fact>}
            <Fact name="Size">{counted(bytes.length, 'byte')}</Fact>
          </dl>
          {children}
        </div>
      )}
    </li>
  );
};

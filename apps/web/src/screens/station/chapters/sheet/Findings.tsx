// What the checks say about the sheet, worst first. A finding may be accepted with a reason; it never colours a lamp.
import { useState } from 'react';
import { acceptedAs, type Finding, openFindings, sayFinding, type Severity } from '@green-lamp/core/check';
import { Explain } from '../../../../parts/Explain.tsx';
import { severityMeans, severityWords } from '../../../../parts/severity-words.ts';
import { SayWindow, type Saying } from '../../../../parts/SayWindow.tsx';
import { append } from '../../../../store/append.ts';
import { useLive } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

const edge: { readonly [S in Severity]: string } = {
  stop: 'border-l-[7px] border-double border-ink',
  fix: 'border-l-4 border-ink',
  look: 'border-l-4 border-rule-2',
};

const accept = (station: Station, finding: Finding, reason: string, lifted: boolean): void => {
  void append(station.stream, [{ kind: 'finding.accepted', data: { finding: finding.id, about: finding.about, reason, lifted } }]);
};

/** Where a finding stands on the page. */
const findingId = ({ id }: Finding): string => `finding ${id}`;

/** From a field back to what a check says of it. */
export const backToFinding = (finding: Finding): void => {
  const of = document.getElementById(findingId(finding));
  of?.scrollIntoView({ block: 'center' });
  of?.focus();
};

/** One finding as a line: what it is, and its presses; why and what to do are opened. */
const Line = ({
  station,
  finding,
  goTo,
  say,
}: {
  station: Station;
  finding: Finding;
  goTo: (key: string) => void;
  say: (saying: Saying) => void;
}) => {
  const [open, setOpen] = useState(false);
  const { what, why, todo } = sayFinding(finding);
  const role = useLive(({ signedIn }) => signedIn?.role ?? null);
  const onlyLead = finding.severity === 'stop' && role !== null && role !== 'lead';
  return (
    <li id={findingId(finding)} tabIndex={-1} className={`bg-sheet-2 px-3 ${edge[finding.severity]}`}>
      <div className="flex flex-wrap items-center gap-x-3">
        <p className="min-w-52 grow basis-0 py-1">
          <Explain word={severityWords[finding.severity]}>{severityMeans[finding.severity]}</Explain> {what}
        </p>
        <button
          type="button"
          className="quiet"
          onClick={() => {
            goTo(finding.fields[0] ?? '');
          }}
        >
          Go to the fields
        </button>
        <button
          type="button"
          className="quiet"
          disabled={onlyLead}
          onClick={() => {
            say({
              title: what,
              label: 'Why it is accepted',
              must: true,
              button: 'Accept it',
              say: (reason) => {
                accept(station, finding, reason, false);
              },
            });
          }}
        >
          {onlyLead ? 'A lead accepts it' : 'Accept'}
        </button>
        <button
          type="button"
          className="quiet"
          aria-expanded={open}
          aria-label={`Why: ${what}`}
          onClick={() => {
            setOpen(!open);
          }}
        >
          Why
        </button>
      </div>
      {open && (
        <div className="pb-2 text-note">
          <p>
            {why} {todo}
          </p>
          {finding.fields.length > 1 && (
            <p className="flex flex-wrap gap-x-4">
              {finding.fields.slice(0, 8).map((key) => (
                <button
                  key={key}
                  type="button"
                  className="quiet"
                  onClick={() => {
                    goTo(key);
                  }}
                >
                  {station.speaker.setting(key)}
                </button>
              ))}
            </p>
          )}
        </div>
      )}
    </li>
  );
};

/** Findings that are drawn at once; the rest is behind a line. */
const atOnce = 4;

export const Findings = ({ station, findings, goTo }: { station: Station; findings: readonly Finding[]; goTo: (key: string) => void }) => {
  const [saying, setSaying] = useState<Saying | null>(null);
  const [whole, setWhole] = useState(false);
  const open = openFindings(station.state, findings);
  const accepted = findings.filter((finding) => acceptedAs(station.state, finding) !== null);
  if (open.length + accepted.length === 0) return null;
  return (
    <section aria-label="Findings">
      <ul className="flex flex-col gap-1">
        {open.slice(0, whole ? open.length : atOnce).map((finding) => (
          <Line key={finding.id} station={station} finding={finding} goTo={goTo} say={setSaying} />
        ))}
      </ul>
      {open.length > atOnce && (
        <button
          type="button"
          className="quiet"
          aria-expanded={whole}
          onClick={() => {
            setWhole(!whole);
          }}
        >
          {whole ? 'Show the worst only' : `${open.length - atOnce} more`}
        </button>
      )}
      {accepted.length > 0 && (
        <details>
          <summary className="link flex min-h-11 items-center">{accepted.length} accepted</summary>
          <ul>
            {accepted.map((finding) => (
              <li key={finding.id} className="flex flex-wrap items-center gap-3 border-b border-rule py-1">
                <span className="grow basis-64">
                  {sayFinding(finding).what} <span className="text-ink-2">Accepted: {acceptedAs(station.state, finding)?.reason}</span>
                </span>
                <button
                  type="button"
                  className="button"
                  onClick={() => {
                    setSaying({
                      title: 'Open it again',
                      label: 'Why',
                      must: true,
                      button: 'Open it again',
                      say: (reason) => {
                        accept(station, finding, reason, true);
                      },
                    });
                  }}
                >
                  Open again
                </button>
              </li>
            ))}
          </ul>
        </details>
      )}
      {saying !== null && (
        <SayWindow
          saying={saying}
          close={() => {
            setSaying(null);
          }}
        />
      )}
    </section>
  );
};

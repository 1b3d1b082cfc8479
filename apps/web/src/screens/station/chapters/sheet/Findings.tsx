// What the checks say about the sheet, worst first. A finding may be accepted with a reason; it never colours a lamp.
import { useState } from 'react';
import { acceptedAs, type Finding, openFindings, sayFinding, type Severity } from '@green-lamp/core/check';
import { severityWords } from '../../../../parts/severity-words.ts';
import { SayWindow, type Saying } from '../../../../parts/SayWindow.tsx';
import { append } from '../../../../store/append.ts';
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

export const Findings = ({ station, findings, goTo }: { station: Station; findings: readonly Finding[]; goTo: (key: string) => void }) => {
  const [saying, setSaying] = useState<Saying | null>(null);
  const open = openFindings(station.state, findings);
  const accepted = findings.filter((finding) => acceptedAs(station.state, finding) !== null);
  return (
    <section aria-label="Findings" className="flex flex-col gap-2">
      {open.map((finding, i) => {
        const { what, why, todo } = sayFinding(finding);
        return (
          <div
            key={finding.id}
            id={findingId(finding)}
            tabIndex={-1}
            className={`flex flex-wrap items-center gap-3 bg-sheet-2 px-4 py-2 ${edge[finding.severity]}`}
          >
            <div className="min-w-[260px] grow basis-0">
              <p>
                <strong>
                  {severityWords[finding.severity]} · {what}
                </strong>
              </p>
              <p className="text-note">
                {why} {todo}
              </p>
              {finding.fields.length > 1 && (
                <p className="flex flex-wrap gap-x-4 text-note">
                  {finding.fields.slice(0, 8).map((key) => (
                    <button
                      key={key}
                      type="button"
                      className="link min-h-11"
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
            <button
              type="button"
              className="button"
              aria-keyshortcuts={i === 0 ? 'F' : undefined}
              onClick={() => {
                goTo(finding.fields[0] ?? '');
              }}
            >
              Go to the fields
              {i === 0 && (
                <span className="key" aria-hidden="true">
                  F
                </span>
              )}
            </button>
            <button
              type="button"
              className="button"
              onClick={() => {
                setSaying({
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
              Accept
            </button>
          </div>
        );
      })}
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

// The tables of the record: lamps with their reasons, settings without secrets, findings, evidence.
import { acceptedAs, openFindings, sayFinding } from '@green-lamp/core/check';
import { comparePos, elementsOf, evidencePos, sayEntry, stageOf, wanted } from '@green-lamp/core/journal';
import { allLamps, sayReason, verdictWords } from '@green-lamp/core/lamp';
import { type ElementId, groups, type Json, lampWords, type SettingKey, settingKey } from '@green-lamp/core/name';
import { groupLabels, isSecret, type Parameter, parametersOf, showValue } from '@green-lamp/core/sheet';
import { LampMark } from '../../../../parts/LampMark.tsx';
import { stageWords } from '../../../../parts/StageBar.tsx';
import { severityWords } from '../../../../parts/severity-words.ts';
import type { Station } from '../../../../store/use-station.ts';

const head = 'border-b border-rule-2 py-1 pr-3 text-left text-small font-semibold text-ink-2';
const cell = 'border-b border-rule py-1 pr-3 align-top';

export const LampTable = ({ station }: { station: Station }) => {
  const { speaker } = station;
  return (
    <section aria-label="Lamps">
      <h3 className="mt-4 mb-1 font-bold">What is proved</h3>
      <table className="w-full border-collapse">
        <thead>
          <tr>
            <th className={head}>Lamp</th>
            <th className={head}>It is</th>
            <th className={head}>Because</th>
          </tr>
        </thead>
        <tbody>
          {allLamps(station.line).map((lamp) => (
            <tr key={`${lamp.lamp}${lamp.path ?? ''}`}>
              <th scope="row" className={`${cell} text-left font-semibold`}>
                {lampWords[lamp.lamp]}
                {lamp.path !== null && <span className="block text-small font-normal">{speaker.element(lamp.path)}</span>}
              </th>
              <td className={cell}>
                <span className="inline-flex items-center gap-2">
                  <LampMark is={lamp.is} size={18} simulated={lamp.simulated} />
                  {[
                    verdictWords[lamp.is],
                    lamp.grade === null ? null : `grade ${lamp.grade}`,
                    lamp.rehearsal ? 'bench' : null,
                    lamp.simulated ? 'simulated' : null,
                  ]
                    .filter((word) => word !== null)
                    .join(', ')}
                </span>
              </td>
              <td className={cell}>
                {lamp.because.map((reason) => sayReason(reason, speaker)).join(' ')}
                {lamp.waits.length > 0 && ` A change waits: ${lamp.waits.map(speaker.setting).join(', ')}.`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
};

const stageIn = (station: Station, key: SettingKey): string => {
  const stage = stageOf(station.state, key);
  return stage === null ? '' : stageWords[stage];
};

const SettingLine = ({ station, of, element }: { station: Station; of: Parameter; element: ElementId | null }) => {
  const [holder = '', param = ''] = of.key.split('.');
  const key = settingKey(holder, element, param);
  const name = (id: string): string => station.state.elements.find((one) => one.id === id)?.label ?? id;
  const show = (value: Json | undefined): string =>
    value === undefined || value === null ? '' : isSecret(value) ? 'kept secret, not in this record' : showValue(of, value, name);
  const plan = wanted(station.state, key);
  const leaf = station.state.settings[key]?.at(-1);
  const device = station.state.device[key]?.value;
  if ((plan === undefined || plan === null) && device === undefined) return null;
  return (
    <tr>
      <th scope="row" className={`${cell} text-left font-normal`}>
        {of.label}
      </th>
      <td className={`${cell} mono break-words`}>
        {show(plan)}
        {leaf?.simulated === true && <span className="font-sans text-small font-semibold"> simulated</span>}
      </td>
      <td className={`${cell} mono break-words`}>{of.enteredOn === null ? '' : show(device)}</td>
      <td className={`${cell} text-small`}>{of.enteredOn === null ? 'on paper' : stageIn(station, key)}</td>
    </tr>
  );
};

const SettingTable = ({
  station,
  title,
  of,
  element,
}: {
  station: Station;
  title: string;
  of: readonly Parameter[];
  element: ElementId | null;
}) => (
  <table className="mb-3 w-full table-fixed border-collapse" aria-label={title}>
    <colgroup>
      <col className="w-[28%]" />
      <col className="w-[30%]" />
      <col className="w-[30%]" />
      <col className="w-[12%]" />
    </colgroup>
    <thead>
      <tr>
        <th className={`${head} text-ink`}>{title}</th>
        <th className={head}>Wanted</th>
        <th className={head}>On the device</th>
        <th className={head}>Stage</th>
      </tr>
    </thead>
    <tbody>
      {of.map((one) => (
        <SettingLine key={one.key} station={station} of={one} element={element} />
      ))}
    </tbody>
  </table>
);

export const SettingTables = ({ station }: { station: Station }) => (
  <section aria-label="Settings">
    <h3 className="mt-4 mb-1 font-bold">Settings</h3>
    <SettingTable station={station} title="Site" of={parametersOf('site')} element={null} />
    {groups.flatMap((group) =>
      elementsOf(station.state, group).map(({ id, label }) => (
        <SettingTable
          key={id}
          station={station}
          title={label === groupLabels[group] ? label : `${groupLabels[group]} · ${label}`}
          of={parametersOf(group)}
          element={id}
        />
      )),
    )}
    <SettingTable station={station} title="At the desk" of={parametersOf('desk')} element={null} />
  </section>
);

export const FindingList = ({ station }: { station: Station }) => {
  const open = openFindings(station.state, station.findings);
  const accepted = station.findings.flatMap((finding) => {
    const as = acceptedAs(station.state, finding);
    return as === null ? [] : [{ finding, as }];
  });
  return (
    <section aria-label="Findings">
      <h3 className="mt-4 mb-1 font-bold">Findings</h3>
      {open.length + accepted.length === 0 && <p>None.</p>}
      <ul>
        {open.map((finding) => (
          <li key={finding.id} className="border-b border-rule py-1">
            <strong>
              Open, {severityWords[finding.severity]} · {sayFinding(finding).what}
            </strong>{' '}
            {sayFinding(finding).todo}
          </li>
        ))}
        {accepted.map(({ finding, as }) => (
          <li key={finding.id} className="border-b border-rule py-1">
            {sayFinding(finding).what} <strong>Accepted:</strong> {as.reason} ({station.speaker.who(as.who)},{' '}
            {station.speaker.when(as.pos.ord)})
          </li>
        ))}
      </ul>
    </section>
  );
};

export const EvidenceList = ({ station }: { station: Station }) => {
  const standing = new Map(Object.values(station.state.evidence).map((evidence) => [evidence.entry, evidence]));
  const slips = station.entries
    .flatMap((placed) => {
      const evidence = standing.get(placed.entry.id);
      return evidence === undefined ? [] : [{ placed, evidence }];
    })
    .sort((a, b) => comparePos(evidencePos(a.evidence), evidencePos(b.evidence)));
  return (
    <section aria-label="Evidence">
      <h3 className="mt-4 mb-1 font-bold">Evidence</h3>
      {slips.length === 0 && <p>None.</p>}
      <table className="w-full border-collapse">
        <tbody>
          {slips.map(({ placed, evidence }) => (
            <tr key={placed.entry.id}>
              <td className={`${cell} w-32 text-small`}>{station.speaker.when(evidence.ord)}</td>
              <td className={`${cell} w-28 text-small`}>{station.speaker.who(placed.entry.who)}</td>
              <td className={cell}>
                {sayEntry(placed.entry, station.speaker)}
                <span className="text-small font-semibold">
                  {evidence.place === 'bench' && ' bench'}
                  {evidence.simulated && ' simulated'}
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
};

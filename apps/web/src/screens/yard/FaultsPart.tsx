// Faults: planted by name, or blind by seed for practice; taken back, and explained.
import { useState } from 'react';
import { faultAreas, faultNamed } from '@green-lamp/core/yard';
import { Choose } from '../../parts/Field.tsx';
import { Does, useShown } from './world.tsx';

const Blind = () => {
  const { station, seen } = useShown();
  const [seed, setSeed] = useState(() => String(Math.floor(performance.now()) % 1000));
  const hidden = seen.station.planted.some(({ blind }) => blind);
  return (
    <div className="flex flex-wrap items-end gap-2">
      <label className="flex flex-col gap-1 font-semibold">
        Seed
        <input
          className="input mono w-28"
          inputMode="numeric"
          value={seed}
          onChange={({ target }) => {
            setSeed(target.value.replace(/\D/g, '').slice(0, 9));
          }}
        />
      </label>
      <Does act={{ act: 'plant-blind', station, seed: Number(seed) }}>Plant one blind</Does>
      {hidden && <Does act={{ act: 'reveal', station }}>Tell me what it is</Does>}
    </div>
  );
};

export const FaultsPart = () => {
  const { station, seen } = useShown();
  const [area, setArea] = useState<string>(faultAreas[0]);
  const [picked, setPicked] = useState('');
  const offered = seen.faults.filter((one) => one.area === area);
  const fault = offered.find(({ id }) => id === picked) ?? offered[0];
  const known = fault === undefined ? null : faultNamed(fault.id);
  return (
    <div className="flex flex-col gap-4">
      <section aria-label="Plant a fault" className="flex flex-col gap-2">
        <h2 className="font-bold">Plant a fault by its name · {seen.faults.length} fit this station</h2>
        <div className="flex flex-wrap items-end gap-2">
          <div className="w-40">
            <Choose label="Area" value={area} of={faultAreas.map((value) => ({ value, label: value }))} change={setArea} />
          </div>
          <div className="w-96">
            <Choose
              label="Fault"
              value={fault?.id ?? ''}
              of={offered.map(({ id, name }) => ({ value: id, label: name }))}
              change={setPicked}
            />
          </div>
          {fault !== undefined && <Does act={{ act: 'plant', station, fault: fault.id }}>Plant it</Does>}
        </div>
        {known === null ? <p className="text-ink-2">No fault of this area fits this station.</p> : <p className="text-note">{known.is}</p>}
      </section>
      <section aria-label="Blind" className="flex flex-col gap-2">
        <h2 className="font-bold">Blind</h2>
        <Blind />
      </section>
      <section aria-label="Planted" className="flex flex-col gap-2">
        <h2 className="font-bold">Planted now</h2>
        {seen.station.planted.length === 0 && <p className="text-ink-2">Nothing is planted.</p>}
        <ul className="flex flex-col gap-2">
          {seen.station.planted.map(({ fault: id, name, is, sign, blind }, i) => (
            <li key={`${id} ${i}`} className="flex flex-wrap items-center gap-3 border-t border-rule pt-2">
              <span className="grow">
                <b>{name}</b>
                {blind ? '. Look for it as you would at a station.' : `. ${is} What would show it: ${sign}`}
              </span>
              {!blind && <Does act={{ act: 'lift', station, fault: id }}>Take it back</Does>}
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
};

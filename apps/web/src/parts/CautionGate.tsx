// A caution with what holds its step: a person's name, or a thing that was done. What was said stands in the record.
import { useState } from 'react';
import { gateName, gateSaid } from '@green-lamp/core/walk';
import { type Caution, cautionGates } from '@green-lamp/core/sheet';
import { append } from '../store/append.ts';
import type { Station } from '../store/use-station.ts';
import { CautionNote } from './CautionNote.tsx';
import { Field } from './Field.tsx';
import { Press } from './Press.tsx';
import { Tick } from './Tick.tsx';

const say = (station: Station, of: Caution, done: boolean, words: string): void => {
  void append(station.stream, [{ kind: 'step.done', data: { what: gateName(of), done, words } }]);
};

const Name = ({ station, of, asks }: { station: Station; of: Caution; asks: string }) => {
  const [name, setName] = useState('');
  return (
    <form
      className="no-print flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() !== '') say(station, of, true, name.trim());
      }}
    >
      <Field label={asks} value={name} change={setName} />
      <button type="submit" className="button">
        Note it
      </button>
    </form>
  );
};

export const CautionGate = ({ station, of }: { station: Station; of: Caution }) => {
  const gate = cautionGates[of];
  const said = gateSaid(station.state, of);
  return (
    <div className="my-1 flex flex-col gap-1">
      <CautionNote of={of} />
      {gate?.is === 'tick' && (
        <Tick
          done={said !== null}
          press={() => {
            say(station, of, said === null, '');
          }}
        >
          {gate.asks}
        </Tick>
      )}
      {gate?.is === 'name' && said === null && <Name station={station} of={of} asks={gate.asks} />}
      {gate?.is === 'name' && said !== null && (
        <p className="flex flex-wrap items-center gap-3 text-note">
          <span>
            {gate.asks}: <strong>{said.words}</strong>, {station.speaker.when(said.pos.ord)}
          </span>
          <Press
            onPress={() => {
              say(station, of, false, '');
            }}
          >
            Somebody else
          </Press>
        </p>
      )}
    </div>
  );
};

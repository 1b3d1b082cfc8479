// Who works at this browser, in the demo: a press is enough there. With accounts one signs in.
import { useState } from 'react';
import { isUlid } from '@green-lamp/core/name';
import { Field } from '../../parts/Field.tsx';
import { Press } from '../../parts/Press.tsx';
import { Window } from '../../parts/Window.tsx';
import { addPerson } from '../../store/append.ts';
import { choosePerson } from '../../store/device.ts';
import { useLive } from '../../store/live.ts';
import { lookSoon } from '../../store/session.ts';
import type { People } from '../../store/use-stream.ts';

export const PersonWindow = ({ people }: { people: People }) => {
  const [name, setName] = useState('');
  const nobody = Object.keys(people).length === 0;
  const close = (): void => {
    useLive.setState({ askPerson: false });
  };
  return (
    <Window
      open
      close={close}
      title="Who works here?"
      about="Your name stands at everything that you enter. This is the demo: a press is enough here; at a desk of your own everybody signs in by a password."
    >
      <div className="mb-5 flex flex-wrap gap-3">
        {Object.entries(people).map(([id, known]) => (
          <Press
            key={id}
            onPress={() => {
              if (!isUlid(id)) return;
              choosePerson(id);
              useLive.setState({ person: id });
              lookSoon();
              close();
            }}
          >
            {known}
          </Press>
        ))}
      </div>
      <form
        className="flex items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim() !== '') void addPerson(name.trim());
        }}
      >
        <div className="grow">
          <Field label={nobody ? 'Your name' : 'Somebody else'} value={name} change={setName} focus={nobody} />
        </div>
        <button type="submit" className="button button-main">
          Use this name
        </button>
      </form>
    </Window>
  );
};

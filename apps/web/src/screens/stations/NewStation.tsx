// A new station in under a minute: a name, its paths, the account if the desk has given one.
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { type PathKind, pathKinds } from '@green-lamp/core/sheet';
import { Field } from '../../parts/Field.tsx';
import { Window } from '../../parts/Window.tsx';
import { openStation } from './new-station.ts';

const words: { readonly [K in PathKind]: string } = { cellular: 'Cellular', ethernet: 'Ethernet', wifi: 'Wi-Fi', text: 'Text messages' };

export const NewStation = ({ close }: { close: () => void }) => {
  const go = useNavigate();
  const [name, setName] = useState('');
  const [account, setAccount] = useState('');
  const [paths, setPaths] = useState<readonly PathKind[]>(['cellular']);
  const [problem, setProblem] = useState<string | null>(null);
  const accountProblem = account === '' || /^[0-9A-Za-z]{1,16}$/.test(account) ? null : 'An account is 1 to 16 letters and digits.';
  const open = async (): Promise<void> => {
    if (name.trim() === '') {
      setProblem('Give the station a name that says what it is and where.');
      return;
    }
    if (accountProblem !== null) return;
    try {
      const stream = await openStation({ name: name.trim(), account, paths, zone: Intl.DateTimeFormat().resolvedOptions().timeZone });
      close();
      await go(`/stations/${stream}/sheet`);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'It could not be opened.');
    }
  };
  return (
    <Window open close={close} title="New station">
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void open();
        }}
      >
        <Field
          label="Name"
          value={name}
          change={setName}
          focus
          hint="What it is, and where: ‘Rain gauge, High Intake’."
          problem={problem}
        />
        <fieldset>
          <legend className="mb-1 font-semibold">Paths, in the order in which they are tried</legend>
          <div className="flex flex-wrap gap-3">
            {pathKinds.map((kind) => (
              <button
                key={kind}
                type="button"
                className="button"
                aria-pressed={paths.includes(kind)}
                onClick={() => {
                  setPaths(paths.includes(kind) ? paths.filter((one) => one !== kind) : [...paths, kind]);
                }}
              >
                {paths.includes(kind) && <span className="key">{paths.indexOf(kind) + 1}</span>}
                {words[kind]}
              </button>
            ))}
          </div>
        </fieldset>
        <Field
          label="Account at the desk"
          value={account}
          change={setAccount}
          mono
          problem={accountProblem}
          hint="Leave it empty if the desk has not given one yet. Leading zeros count."
        />
        {problem !== null && (
          <p role="alert" className="border-l-4 border-ink pl-2 font-semibold">
            {problem}
          </p>
        )}
        <button type="submit" className="button button-main self-start">
          Open the station
        </button>
      </form>
    </Window>
  );
};

// Asks for one text (a name, a reason, a place) and does one thing with it.
import { type ReactNode, useState } from 'react';
import { useLook } from '../store/look.ts';
import { Field } from './Field.tsx';
import { HeldButton } from './HeldButton.tsx';
import { Window } from './Window.tsx';

export type Saying = {
  title: string;
  label: string;
  start?: string;
  must: boolean;
  button: string;
  above?: ReactNode;
  /** It can’t be taken back. */
  final?: boolean;
  say: (text: string) => void;
};

export const SayWindow = ({ saying, close }: { saying: Saying; close: () => void }) => {
  const [text, setText] = useState(saying.start ?? '');
  const [problem, setProblem] = useState<string | null>(null);
  const { size } = useLook();
  const say = (): void => {
    if (saying.must && text.trim() === '') {
      setProblem('Write it down in a few words.');
      return;
    }
    saying.say(text.trim());
    close();
  };
  return (
    <Window open close={close} title={saying.title}>
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          // Enter would be a press by chance as well.
          if (saying.final !== true || size !== 'site') say();
        }}
      >
        {saying.above}
        <Field label={saying.label} value={text} change={setText} focus />
        {problem !== null && (
          <p role="alert" className="border-l-4 border-ink pl-2 font-semibold">
            {problem}
          </p>
        )}
        {saying.final === true ? (
          <div className="self-start">
            <HeldButton className="button button-main" press={say}>
              {saying.button}
            </HeldButton>
          </div>
        ) : (
          <button type="submit" className="button button-main self-start">
            {saying.button}
          </button>
        )}
      </form>
    </Window>
  );
};

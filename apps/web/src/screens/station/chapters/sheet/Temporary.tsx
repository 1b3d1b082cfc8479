// A value for the time being: what it has to end with is said when it is entered, and it is reminded of until that one is in force.
import { type Choices, Choose, Field } from '../../../../parts/Field.tsx';
import { Tick } from '../../../../parts/Tick.tsx';

export type Ends = { readonly typed: string; readonly words: string };

export const Temporary = (props: {
  ends: Ends | null;
  change: (to: Ends | null) => void;
  /** What the field starts with: the value that stands now. */
  now: string;
  choices: Choices | null;
  problem: string | null;
}) => {
  const { ends, change, now, choices, problem } = props;
  return (
    <div>
      <Tick
        done={ends !== null}
        press={() => {
          change(ends === null ? { typed: now, words: '' } : null);
        }}
      >
        Only for the time being
      </Tick>
      {ends !== null && (
        <div className="flex flex-wrap gap-3 border-l-4 border-rule-2 pl-3">
          <div className="min-w-44 grow">
            {choices === null ? (
              <Field
                label="It has to end with"
                value={ends.typed}
                change={(typed) => {
                  change({ ...ends, typed });
                }}
                mono
                problem={problem}
              />
            ) : (
              <Choose
                label="It has to end with"
                value={ends.typed}
                change={(typed) => {
                  change({ ...ends, typed });
                }}
                of={choices}
                empty="not filled in"
              />
            )}
          </div>
          <div className="min-w-44 grow">
            <Field
              label="What for"
              value={ends.words}
              change={(words) => {
                change({ ...ends, words });
              }}
              hint="For the test, for the visit."
            />
          </div>
          <p className="w-full text-note text-ink-2">It stays in sight here and on Stations until that value is in force.</p>
        </div>
      )}
    </div>
  );
};

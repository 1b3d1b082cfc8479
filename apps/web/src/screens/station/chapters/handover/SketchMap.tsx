// The sketch map of a station: drawn by hand where the box is, so that whoever comes in a year finds it.
import { DrawingPad } from '../../../../parts/DrawingPad.tsx';
import { Field } from '../../../../parts/Field.tsx';
import { Picture } from '../../../../parts/Picture.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { useDraft } from '../../../../parts/use-draft.ts';
import { append } from '../../../../store/append.ts';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

const height = 400;
const words = (drawn: boolean): string => `Field for a sketch map, ${drawn ? 'drawn' : 'empty'}`;

export const SketchMap = ({ station }: { station: Station }) => {
  const { sketch } = station.state;
  const [strokes, setStrokes, drop] = useDraft(`sketch:${station.stream}`, sketch?.strokes ?? '');
  const [said, setSaid, dropSaid] = useDraft(`sketch-words:${station.stream}`, sketch?.words ?? '');
  const same = strokes === (sketch?.strokes ?? '') && said === (sketch?.words ?? '');
  const keep = async (): Promise<void> => {
    await append(station.stream, [{ kind: 'sketch.drawn', data: { strokes, words: said.trim().slice(0, 300) } }]);
    drop();
    dropSaid();
  };
  return (
    <details className="mt-3 print:hidden">
      <summary className="link flex min-h-11 items-center">{sketch === null ? 'Draw a sketch map' : 'Change the sketch map'}</summary>
      <section aria-label="Sketch map, to draw" className="flex max-w-xl flex-col gap-2">
        <p className="text-note text-ink-2">
          Where one leaves the road, where the box hangs, where its switch and its aerial are. North is up.
        </p>
        <DrawingPad label={words} height={height} line={null} strokes={strokes} change={setStrokes} />
        <Field label="Words with it" value={said} change={setSaid} />
        <Press
          why={strokes === '' ? 'Draw something first.' : same ? 'It is kept as it is.' : null}
          onPress={() => void keep().catch(tell)}
        >
          Keep the sketch
        </Press>
      </section>
    </details>
  );
};

/** What was photographed, with when and by whom. */
export const PicturesShown = ({ station }: { station: Station }) =>
  station.state.pictures.length === 0 ? null : (
    <section aria-label="Pictures">
      <h3 className="mt-4 mb-1 font-bold">Pictures</h3>
      <ul className="flex flex-wrap gap-3">
        {station.state.pictures.map(({ hash, step, taken, who }) => (
          <li key={hash} className="w-48">
            <Picture hash={hash} of={step} />
            <span className="text-small">
              {step}, {station.speaker.when(taken)}, {station.speaker.who(who)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );

export const SketchShown = ({ station }: { station: Station }) => {
  const { sketch } = station.state;
  if (sketch === null) return null;
  return (
    <section aria-label="Sketch map">
      <h3 className="mt-4 mb-1 font-bold">Sketch map</h3>
      <svg
        viewBox={`0 0 600 ${height}`}
        role="img"
        aria-label="Sketch map, as drawn"
        className="w-full max-w-xl border-2 border-rule-2 bg-slip"
      >
        <path d={sketch.strokes} fill="none" stroke="var(--ink)" strokeWidth="3" strokeLinecap="round" strokeLinejoin="round" />
      </svg>
      <p>
        Drawn by {station.speaker.who(sketch.who)}, {station.speaker.when(sketch.pos.ord)}. {sketch.words}
      </p>
    </section>
  );
};

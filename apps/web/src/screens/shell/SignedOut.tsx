// The desk wants a sign-in: said above every screen, with the press that leads to it. What is there can be read and written on meanwhile.
import { useLive } from '../../store/live.ts';

export const SignedOut = () => {
  const { signedOut, waiting, askPerson } = useLive();
  if (!signedOut || askPerson) return null;
  return (
    <div role="status" className="no-print flex flex-wrap items-center gap-4 border-b-2 border-ink bg-slip px-5 py-2">
      <p className="grow">
        <strong>Nobody is signed in here.</strong>{' '}
        {waiting > 0 ? 'What was written waits in this browser.' : 'What this browser has kept can be read.'}
      </p>
      <button
        type="button"
        className="button"
        onClick={() => {
          useLive.setState({ askPerson: true });
        }}
      >
        Sign in
      </button>
    </div>
  );
};

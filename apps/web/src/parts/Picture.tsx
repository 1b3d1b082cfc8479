// A picture as a small one that opens: from this browser, else from the desk.
import { useEffect, useState } from 'react';
import type { Sha256 } from '@green-lamp/core/name';
import { pictureUrl } from '../store/pictures.ts';
import { Window } from './Window.tsx';

export const Picture = ({ hash, of }: { hash: Sha256; of: string }) => {
  const [url, setUrl] = useState<string | null>(null);
  const [open, setOpen] = useState(false);
  const [lost, setLost] = useState(false);
  useEffect(() => {
    let made: string | null = null;
    let gone = false;
    void pictureUrl(hash).then((to) => {
      made = to;
      if (gone && to.startsWith('blob:')) URL.revokeObjectURL(to);
      else setUrl(to);
    });
    return () => {
      gone = true;
      if (made?.startsWith('blob:') === true) URL.revokeObjectURL(made);
    };
  }, [hash]);
  if (url === null) return null;
  if (lost) return <p className="text-note text-ink-2">The picture is not here, and the desk does not answer.</p>;
  return (
    <>
      <button
        type="button"
        aria-label={`Open the picture of ${of}`}
        onClick={() => {
          setOpen(true);
        }}
      >
        <img
          src={url}
          alt=""
          className="max-h-32 max-w-full border border-rule-2"
          onError={() => {
            setLost(true);
          }}
        />
      </button>
      {open && (
        <Window
          open
          close={() => {
            setOpen(false);
          }}
          title={`Picture of ${of}`}
        >
          <img src={url} alt={`Picture of ${of}`} className="max-w-full" />
        </Window>
      )}
    </>
  );
};

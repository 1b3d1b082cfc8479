// One press opens the camera; what it takes is filed at once to what is in hand.
import { useRef } from 'react';
import { keepPicture, type PictureOf } from '../store/pictures.ts';
import { tell } from '../store/live.ts';

export const TakePicture = ({ of, short = false }: { of: PictureOf; short?: boolean }) => {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="image/*"
        capture="environment"
        className="hidden"
        aria-label={`Picture of ${of.step}`}
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          target.value = '';
          if (file !== undefined) keepPicture(file, of).catch(tell);
        }}
      />
      <button
        type="button"
        className={short ? 'quiet' : 'button'}
        aria-label={`Take a picture of ${of.step}`}
        onClick={() => {
          input.current?.click();
        }}
      >
        {short ? 'Picture' : 'Take a picture'}
      </button>
    </>
  );
};

// Parts of a page of which one is open: which one stands in the address.
import { useSearchParams } from 'react-router';

/** The open part by its name in the address, else the first. */
export const usePart = <const T extends readonly [{ readonly id: string }, ...{ readonly id: string }[]]>(
  name: string,
  parts: T,
): T[number] => {
  const [search] = useSearchParams();
  const id = search.get(name);
  return parts.find((part) => part.id === id) ?? parts[0];
};

export const PartTabs = (props: {
  label: string;
  name: string;
  parts: readonly { readonly id: string; readonly label: string }[];
  open: string;
}) => {
  const [, setSearch] = useSearchParams();
  return (
    <div role="group" aria-label={props.label} className="no-print mb-4 flex flex-wrap gap-2">
      {props.parts.map(({ id, label }) => (
        <button
          key={id}
          type="button"
          className="button"
          aria-pressed={id === props.open}
          onClick={() => {
            setSearch({ [props.name]: id }, { replace: true });
          }}
        >
          {label}
        </button>
      ))}
    </div>
  );
};

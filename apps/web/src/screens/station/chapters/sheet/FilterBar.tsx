// Finds a setting in a sheet of hundreds.
import { isLampName, lampNames, lampWords } from '@green-lamp/core/name';
import { suppliers } from '@green-lamp/core/sheet';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { type Filter, type Shows, shows } from './filter.ts';

const words: { readonly [S in Shows]: string } = {
  usual: 'What is asked or filled in',
  all: 'Every setting',
  differs: 'What differs from the device',
  unknown: 'What is unknown',
  findings: 'What has findings',
};

export const FilterBar = ({
  filter,
  change,
  count,
  whole,
}: {
  filter: Filter;
  change: (to: Partial<Filter>) => void;
  count: number;
  whole: number;
}) => (
  <search aria-label="Look for settings" className="mb-3 flex flex-wrap items-end gap-3">
    <div className="min-w-52 grow basis-52">
      <Field
        label="Find"
        value={filter.find}
        change={(find) => {
          change({ find });
        }}
      />
    </div>
    <Choose
      label="Show"
      value={filter.show}
      change={(value) => {
        const show = shows.find((one) => one === value);
        if (show !== undefined) change({ show });
      }}
      of={shows.map((value) => ({ value, label: words[value] }))}
    />
    <Choose
      label="Bears on"
      value={filter.lamp ?? ''}
      change={(value) => {
        change({ lamp: isLampName(value) ? value : null });
      }}
      of={lampNames.map((value) => ({ value, label: lampWords[value] }))}
      empty="any lamp"
    />
    <Choose
      label="Comes from"
      value={filter.from ?? ''}
      change={(value) => {
        change({ from: suppliers.find((one) => one === value) ?? null });
      }}
      of={suppliers.map((value) => ({ value, label: value }))}
      empty="anybody"
    />
    <p role="status" className="min-h-11 content-center text-note text-ink-2">
      {count} of {whole}
    </p>
  </search>
);

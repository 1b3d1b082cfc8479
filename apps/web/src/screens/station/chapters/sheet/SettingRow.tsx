// One setting as a row. A press opens all of it; typing, Enter and the arrows work in its place.
import { type KeyboardEvent, type ReactNode, useEffect, useRef } from 'react';
import { conflictOf } from '@green-lamp/core/journal';
import type { SheetRow } from '@green-lamp/core/sheet';
import { putDraft } from '../../../../parts/use-draft.ts';
import { append } from '../../../../store/append.ts';
import { tell, useLive } from '../../../../store/live.ts';
import { Conflict } from './Conflict.tsx';
import { fillDown } from './fill-down.ts';
import { focusRow, isWalking, rowBeside, rowsFrom, takeFocus, useRows, walk } from './rows.ts';
import { draftOf, type Leaving, SettingEditor } from './SettingEditor.tsx';

/** A key that writes something, and is no command. */
const writes = ({ key, ctrlKey, metaKey, altKey }: KeyboardEvent): boolean =>
  key.length === 1 && key !== ' ' && !ctrlKey && !metaKey && !altKey;

/** Forms into which one types; the others are chosen from. */
const typed: readonly string[] = ['text', 'count', 'figure'];

export const SettingRow = ({ row, cells }: { row: SheetRow; cells: readonly ReactNode[] }) => {
  const { station, open, setOpen } = useRows();
  const { key, of } = row;
  const hidden = useLive((live) => live.hidesCards) && of.key === 'sim.iccid';
  const how = open?.key === key && !hidden ? open.how : null;
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (how === null) takeFocus(key, button.current);
  });
  const put = (text: string): boolean => {
    if (!/[\r\n]/.test(text.trim())) return false;
    const { drafts, problems } = fillDown(station, rowsFrom(key), text);
    setOpen(null);
    append(station.stream, drafts)
      .then(() => {
        if (problems.length > 0) tell(new Error(`${drafts.length} filled in. ${problems.join(' ')}`));
      })
      .catch(tell);
    return true;
  };
  const leave = (to: Leaving): void => {
    const other = to === 'here' ? null : rowBeside(key, to === 'type before' ? -1 : 1);
    if (other !== null && to.startsWith('type')) {
      setOpen({ key: other, how: 'field' });
      return;
    }
    setOpen(null);
    focusRow(other ?? key);
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0) {
      walk();
      const other = rowBeside(key, step);
      if (other !== null) focusRow(other);
    } else if (event.key === 'F2') setOpen({ key, how: 'whole' });
    else if (isWalking() && writes(event) && typed.includes(of.form.is)) {
      putDraft(draftOf(station, key), event.key);
      setOpen({ key, how: 'field' });
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const [setting, main, ...rest] = cells;
  const press = {
    type: 'button' as const,
    'data-row': key,
    'aria-expanded': how !== null,
    onKeyDown,
    onClick: (event: { detail: number }): void => {
      if (event.detail === 0) walk();
      if (how === null) setOpen({ key, how: event.detail === 0 ? 'field' : 'whole' });
      else leave('here');
    },
    onPaste: (event: { clipboardData: DataTransfer; preventDefault: () => void }): void => {
      if (put(event.clipboardData.getData('text'))) event.preventDefault();
    },
  };
  if (how === null)
    return (
      <div id={`row-${key}`} className="border-b border-rule">
        <button ref={button} {...press} className="sheet-row">
          {cells}
        </button>
        {conflictOf(station.state, key).length > 0 && (
          <p className="px-2 pb-1 text-small font-semibold">Two people set this. Open it to settle.</p>
        )}
      </div>
    );
  return (
    <div id={`row-${key}`} className="border-b border-rule">
      <Conflict station={station} of={of} settingOf={key} />
      <SettingEditor
        key={`${key} ${how}`}
        of={of}
        settingOf={key}
        station={station}
        whole={how === 'whole'}
        leave={leave}
        paste={put}
        showWhole={() => {
          setOpen({ key, how: 'whole' });
        }}
        row={(field) => (
          <div className="sheet-row">
            <button {...press} className="min-h-(--press) text-left">
              {setting}
              <span className="sr-only">{main}</span>
            </button>
            {field}
            {rest}
          </div>
        )}
      />
    </div>
  );
};

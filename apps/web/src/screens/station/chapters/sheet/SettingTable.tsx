// Settings as a table whose rows are pressed, typed into, and walked through with the arrows.
import { useTable } from '@tanstack/react-table';
import type { SheetRow } from '@green-lamp/core/sheet';
import { columns, features } from './cells.tsx';
import { SettingRow } from './SettingRow.tsx';

export const SettingTable = ({ rows, heads = true }: { rows: readonly SheetRow[]; heads?: boolean }) => {
  const table = useTable({ features, columns, data: [...rows], getRowId: ({ key }) => key });
  return (
    <>
      {heads &&
        table.getHeaderGroups().map((group) => (
          <div key={group.id} className="sheet-row sheet-heads" aria-hidden="true">
            {group.headers.map((header) => (
              <span key={header.id}>
                <table.FlexRender header={header} />
              </span>
            ))}
          </div>
        ))}
      {table.getRowModel().rows.map((row) => (
        <SettingRow
          key={row.id}
          row={row.original}
          cells={row.getAllCells().map((cell) => (
            <span key={cell.id} className={`cell-${cell.column.id}`}>
              <table.FlexRender cell={cell} />
            </span>
          ))}
        />
      ))}
    </>
  );
};

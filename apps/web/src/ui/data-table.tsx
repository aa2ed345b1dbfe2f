import {
  createSortedRowModel,
  rowSortingFeature,
  sortFn_alphanumeric,
  tableFeatures,
  useTable,
  type ColumnDef,
} from '@tanstack/react-table';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useMemo, type ReactNode } from 'react';

export interface Column<Row> {
  id: string;
  header: string;
  cell: (row: Row) => ReactNode;
  /** What the column is sorted by; a column without it can't be sorted. */
  sortBy?: (row: Row) => string | number;
  /** Numbers stand at the end of their column. */
  isNumber?: boolean;
  /** Left out where there is no room for it. */
  wideOnly?: boolean;
  /** The header is only for screen readers. */
  hideHeader?: boolean;
  /** Of the cells and the header: widths, wrapping. */
  className?: string;
}

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric },
});

/** Rows of things with the same columns; a press on a header sorts by it, and a second one the other way round. */
export function DataTable<Row extends object>({
  label,
  columns,
  rows,
  keyOf,
  groupOf,
  rowClass,
  fixed = false,
}: {
  /** What the rows are, for screen readers. */
  label: string;
  columns: readonly Column<Row>[];
  rows: readonly Row[];
  keyOf: (row: Row) => string;
  /** The heading under which a row stands; rows with an empty one come first, without a heading. */
  groupOf?: (row: Row) => string;
  rowClass?: (row: Row) => string;
  /** Columns keep their widths whatever is in them; on a phone there is then no header to be seen. */
  fixed?: boolean;
}) {
  const definitions = useMemo(() => columns.map(definitionOf), [columns]);
  const data = useMemo(() => [...rows], [rows]);
  const table = useTable({ features, columns: definitions, data, getRowId: keyOf });
  const byId = new Map(columns.map((column) => [column.id, column]));
  return (
    <table aria-label={label} className={`w-full tabular-nums ${fixed ? 'table-fixed' : ''}`}>
      <thead
        className={`sticky top-0 z-10 bg-paper text-left text-xs text-muted ${fixed ? 'max-md:sr-only' : ''}`}
      >
        {table.getHeaderGroups().map((group) => (
          <tr key={group.id} className="h-9">
            {group.headers.map(({ id, column }) => (
              <Header
                key={id}
                column={byId.get(id)!}
                sorted={column.getIsSorted()}
                onSort={column.getToggleSortingHandler()}
              />
            ))}
          </tr>
        ))}
      </thead>
      {inGroups(table.getRowModel().rows, ({ original }) => groupOf?.(original) ?? '').map(
        ([group, members]) => (
          <tbody key={group}>
            {group && (
              <tr className="h-9 border-b border-line bg-line/40">
                <th
                  scope="rowgroup"
                  colSpan={columns.length}
                  className="pl-6 text-left text-xs font-semibold max-md:pl-4"
                >
                  {group}
                </th>
              </tr>
            )}
            {members.map(({ id, original }) => (
              <tr
                key={id}
                className={`h-10 border-b border-line hover:bg-sheet ${rowClass?.(original) ?? ''}`}
              >
                {columns.map((column) => (
                  <td key={column.id} className={classOf(column)}>
                    {column.cell(original)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        ),
      )}
    </table>
  );
}

/** In the order of the groups' names; within a group the order stays. */
function inGroups<Row>(rows: readonly Row[], groupOf: (row: Row) => string): [string, Row[]][] {
  const names = [...new Set(rows.map(groupOf))].sort((a, b) => a.localeCompare(b));
  return names.map((name) => [name, rows.filter((row) => groupOf(row) === name)]);
}

const definitionOf = <Row extends object>({
  id,
  sortBy,
}: Column<Row>): ColumnDef<typeof features, Row> => ({
  id,
  accessorFn: sortBy ?? (() => ''),
  enableSorting: sortBy !== undefined,
  sortFn: 'alphanumeric',
});

const classOf = <Row,>({ isNumber, wideOnly, className = '' }: Column<Row>) =>
  `px-3 first:pl-6 last:pr-6 max-md:first:pl-4 max-md:last:pr-4 ${isNumber ? 'text-right' : ''} ${wideOnly ? 'max-md:hidden' : ''} ${className}`;

function Header<Row>({
  column,
  sorted,
  onSort,
}: {
  column: Column<Row>;
  sorted: false | 'asc' | 'desc';
  onSort: ((event: unknown) => void) | undefined;
}) {
  const { header, sortBy, hideHeader, isNumber } = column;
  const Arrow = sorted === 'desc' ? ArrowDown : ArrowUp;
  return (
    <th
      scope="col"
      aria-sort={sorted ? (sorted === 'asc' ? 'ascending' : 'descending') : undefined}
      className={`border-b border-line font-semibold ${classOf(column)}`}
    >
      {hideHeader ? (
        <span className="sr-only">{header}</span>
      ) : sortBy ? (
        <button
          type="button"
          className={`inline-flex items-center gap-1 font-semibold hover:text-ink ${isNumber ? 'flex-row-reverse' : ''}`}
          onClick={onSort}
        >
          {header}
          <Arrow className={`size-3 ${sorted ? '' : 'invisible'}`} aria-hidden />
        </button>
      ) : (
        header
      )}
    </th>
  );
}

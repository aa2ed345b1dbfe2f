import {
  columnVisibilityFeature,
  tableFeatures,
  useTable,
  type ColumnDef,
} from '@tanstack/react-table';
import { observeElementRect, useVirtualizer, type Rect } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useEffect, useMemo, useRef, type ReactNode } from 'react';

export interface LongColumn<Row> {
  id: string;
  header: ReactNode;
  cell: (row: Row) => ReactNode;
  /** What the server sorts by; left out where it can't. */
  sort?: string;
  isNumber?: boolean;
  /** Left out where there is no room for it. */
  wideOnly?: boolean;
  className?: string;
}

export interface Sorting {
  by: string;
  /** The other way round than is usual for it. */
  reversed: boolean;
}

const features = tableFeatures({ columnVisibilityFeature });
const rowHeight = 40;

/**
 * A table of which only the rows in sight are drawn, however many there are; more are asked for as its end comes near. The
 * server sorts it: a press on a header asks for that, and a second one for the other way round.
 */
export function LongTable<Row extends object>({
  label,
  columns,
  rows,
  keyOf,
  rowClass,
  sorting,
  onSort,
  total,
  onEnd,
}: {
  /** What the rows are, for screen readers. */
  label: string;
  columns: readonly LongColumn<Row>[];
  rows: readonly Row[];
  keyOf: (row: Row) => string;
  rowClass?: (row: Row) => string;
  sorting: Sorting;
  onSort: (sorting: Sorting) => void;
  /** How many rows there are altogether. */
  total: number;
  /** The end of the rows that are here has come near. */
  onEnd: () => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const definitions = useMemo(
    () => columns.map(({ id }): ColumnDef<typeof features, Row> => ({ id, accessorFn: () => '' })),
    [columns],
  );
  const data = useMemo(() => [...rows], [rows]);
  const table = useTable({ features, columns: definitions, data, getRowId: keyOf });
  const all = table.getRowModel().rows;
  const window = useVirtualizer({
    count: all.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 12,
    initialRect: { width: 1280, height: 800 },
    // What is not laid out yet has no height: then what is likely in sight is drawn.
    observeElementRect: (instance, seen) =>
      observeElementRect(instance, (rect: Rect) => {
        if (rect.height > 0) seen(rect);
      }),
  });
  const inSight = window.getVirtualItems();
  const last = inSight.at(-1)?.index ?? 0;
  useEffect(() => {
    if (all.length > 0 && last >= all.length - 20) onEnd();
  }, [last, all.length, onEnd]);
  const before = inSight[0]?.start ?? 0;
  const after = window.getTotalSize() - (inSight.at(-1)?.end ?? 0);
  const byId = new Map(columns.map((column) => [column.id, column]));
  return (
    <div ref={scroller} className="h-full overflow-auto">
      <table
        aria-label={label}
        aria-rowcount={total + 1}
        className="w-full table-fixed tabular-nums max-md:block"
      >
        <thead className="sticky top-0 z-10 bg-paper text-left text-xs text-muted max-md:sr-only">
          <tr className="h-9">
            {table.getFlatHeaders().map(({ id }) => (
              <Header key={id} column={byId.get(id)!} sorting={sorting} onSort={onSort} />
            ))}
          </tr>
        </thead>
        <tbody className="max-md:block">
          <Space height={before} columns={columns.length} />
          {inSight.map(({ index, key }) => {
            const { original } = all[index]!;
            return (
              <tr
                key={key}
                // On a phone a row is as high as what is in it.
                ref={window.measureElement}
                data-index={index}
                aria-rowindex={index + 2}
                className={`h-10 border-b border-line hover:bg-sheet ${rowClass?.(original) ?? ''}`}
              >
                {columns.map((column) => (
                  <td key={column.id} className={classOf(column)}>
                    {column.cell(original)}
                  </td>
                ))}
              </tr>
            );
          })}
          <Space height={after} columns={columns.length} />
        </tbody>
      </table>
    </div>
  );
}

/** Stands for the rows that are out of sight. */
const Space = ({ height, columns }: { height: number; columns: number }) =>
  height > 0 && (
    <tr aria-hidden className="max-md:block">
      <td colSpan={columns} className="max-md:block" style={{ height }} />
    </tr>
  );

const classOf = <Row,>({ isNumber, wideOnly, className = '' }: LongColumn<Row>) =>
  `px-3 first:pl-6 last:pr-6 max-md:first:pl-4 max-md:last:pr-4 ${isNumber ? 'text-right' : ''} ${wideOnly ? 'max-md:hidden' : ''} ${className}`;

function Header<Row>({
  column,
  sorting,
  onSort,
}: {
  column: LongColumn<Row>;
  sorting: Sorting;
  onSort: (sorting: Sorting) => void;
}) {
  const { header, sort } = column;
  const isSorted = sort !== undefined && sort === sorting.by;
  const Arrow = sorting.reversed ? ArrowUp : ArrowDown;
  return (
    <th
      scope="col"
      aria-sort={isSorted ? (sorting.reversed ? 'ascending' : 'descending') : undefined}
      className={`truncate border-b border-line font-semibold ${classOf(column)}`}
    >
      {sort === undefined ? (
        header
      ) : (
        <button
          type="button"
          className="inline-flex max-w-full items-center gap-1 font-semibold hover:text-ink"
          onClick={() => onSort({ by: sort, reversed: isSorted && !sorting.reversed })}
        >
          <span className="truncate">{header}</span>
          <Arrow className={`size-3 shrink-0 ${isSorted ? '' : 'invisible'}`} aria-hidden />
        </button>
      )}
    </th>
  );
}

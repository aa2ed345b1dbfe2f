export interface PostgresCluster {
  /** The address of one of its databases. */
  url(database?: string): string;
  /** An empty database of its own; gives its address. */
  create(database: string): string;
  start(): void;
  stop(): void;
  remove(): void;
}
export function startPostgres(): PostgresCluster;
export function ensurePostgres(): Promise<void>;

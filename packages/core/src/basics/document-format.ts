/** Documents as plain data, whatever their shape was at the time. */
type Stored = Record<string, unknown>;

/** Brings a document from one version to the next. Once released it is never changed: it names what was then, not what is now. */
export type DocumentUpgrade = (stored: Stored) => Stored;

/** How one kind of document is stored, and how what earlier builds stored is read. */
export interface DocumentFormat<Data> {
  /** The version that is written now. */
  version: number;
  read: (stored: unknown) => Data;
  write: (data: Data) => unknown;
}

/**
 * The format of a kind of document. `upgrades[0]` leads from version 1, which is what was stored before there were versions,
 * to version 2, and so on. A document of the present version is read as it is: it was checked as it was saved. One of a
 * later version was written by a later build, and is refused. `versionIn` names the property that holds the version:
 * `version` for documents that have it as a part of their own, and so carry it along wherever they go.
 *
 * @throws RangeError for a version that this build does not know
 */
export function documentFormat<Data extends object>(
  name: string,
  upgrades: readonly DocumentUpgrade[],
  { versionIn = 'formatVersion' }: { versionIn?: 'formatVersion' | 'version' } = {},
): DocumentFormat<Data> {
  const version = upgrades.length + 1;
  const isPart = versionIn === 'version';
  return {
    version,
    read: (stored) => {
      const { [versionIn]: known = 1, ...data } = stored as Stored;
      if (typeof known !== 'number' || known > version)
        throw new RangeError(`This ${name} was saved by a later version of the program.`);
      const upgraded = upgrades.slice(known - 1).reduce((old, upgrade) => upgrade(old), data);
      return (isPart ? { ...upgraded, version } : upgraded) as Data;
    },
    write: (data) => ({ ...data, [versionIn]: version }),
  };
}

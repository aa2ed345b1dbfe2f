/** The kinds of things of a client's own that other things name by their ids. */
export type ReferenceKind =
  | 'form'
  | 'page'
  | 'funnel'
  | 'sequence'
  | 'calendar'
  | 'user'
  | 'picture'
  | 'file'
  | 'linkedBand'
  | 'listing'
  | 'stage'
  | 'staff';

/** One thing named by another: what it is, which, and at which setting it is named, such as `actions.0.to`. */
export interface Reference {
  kind: ReferenceKind;
  id: string;
  at: string;
}

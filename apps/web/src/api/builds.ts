/**
 * Which build of the program answers. Another one than at first means that it was brought up to date while this tab was
 * open: the tab has old files and should be loaded anew at a moment at which nothing is lost.
 */
let ours: string | null = null;
let isOutdated = false;

export const builds = {
  /** An answer's build, as its header has it. */
  seen(build: string | null): void {
    if (!build) return;
    ours ??= build;
    isOutdated = build !== ours;
  },
  isOutdated: (): boolean => isOutdated,
};

/** What could not be taken over, in sentences; the same one again is only counted. */
export class Notes {
  private readonly counts = new Map<string, number>();

  add(sentence: string): void {
    this.counts.set(sentence, (this.counts.get(sentence) ?? 0) + 1);
  }

  /** Each sentence once, with how often where that was more than once. */
  get sentences(): string[] {
    return [...this.counts].map(([sentence, count]) =>
      count > 1 ? `${sentence} (${count} times)` : sentence,
    );
  }
}

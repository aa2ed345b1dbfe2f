/** The part of the package that tests use; it comes without types. */
declare module 'mailauth' {
  interface Result {
    status: { result: string };
  }
  /** Verifies a message as a receiving mail server would. */
  export function authenticate(
    message: string,
    options: object,
  ): Promise<{ dkim: { results: Result[] }; dmarc: Result | false }>;
}

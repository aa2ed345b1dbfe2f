/**
 * Where nobody is there to look, a test that failed is tried once more, and its first failure is printed: a machine that
 * stands still for seconds is no fault of the program. What fails twice has failed.
 */
if (process.env.CI) jest.retryTimes(1, { logErrorsBeforeRetry: true });

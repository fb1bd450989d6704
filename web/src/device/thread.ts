/** Where the program of a thread cannot be had, such as after an update of the server with no network. */
const NOT_THERE =
  'The part that computes this could not be loaded. Connect to the server, load the page again, and try once more.';

/**
 * What a thread answers. A thread whose program cannot be loaded never begins, and would be waited for without end: that is
 * an error here.
 * @throws {Error} in words for the screen
 */
export const answerOf = async <Asked extends Promise<unknown>>(
  thread: Worker,
  asked: Asked,
): Promise<Awaited<Asked>> => {
  const over = new AbortController();
  const failed = new Promise<never>((_, reject) => {
    const tell = (event: Event): void => reject(new Error((event instanceof ErrorEvent && event.message) || NOT_THERE));
    thread.addEventListener('error', tell, { signal: over.signal });
  });
  try {
    return await Promise.race([asked, failed]);
  } finally {
    over.abort();
  }
};

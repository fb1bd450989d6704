import { describe, expect, it } from 'vitest';
import { answerOf } from './thread';

/** A thread as the browser hands it out: it tells of errors, and nothing else is asked of it here. */
const thread = (): Worker => new EventTarget() as Worker;
const never = new Promise<string>(() => undefined);

describe('a thread beside the screen', () => {
  it('answers', async () => expect(await answerOf(thread(), Promise.resolve('read'))).toBe('read'));
  it('whose program cannot be had is not waited for', async () => {
    const own = thread();
    const asked = answerOf(own, never);
    own.dispatchEvent(new Event('error'));
    await expect(asked).rejects.toThrow('could not be loaded. Connect to the server');
  });
  it('that breaks in its work says how', async () => {
    const own = thread();
    const asked = answerOf(own, never);
    own.dispatchEvent(new ErrorEvent('error', { message: 'out of memory' }));
    await expect(asked).rejects.toThrow('out of memory');
  });
});

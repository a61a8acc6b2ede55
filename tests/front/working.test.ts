import { describe, expect, it } from 'vitest';
import { untilWorkedOut } from '../../resources/js/api/working';

const waits = () =>
    new Response('{"message":"A worker is at it."}', { status: 202, headers: { 'Retry-After': '0.001' } });

describe('what a worker is still at', () => {
    it('is asked for again until it is there', async () => {
        const answers = [waits(), waits(), new Response('{"ramp":1}', { status: 200 })];
        let asked = 0;
        const answer = await untilWorkedOut(new Request('http://bench/plan'), waits(), () => {
            asked++;
            return Promise.resolve(answers.shift() as Response);
        });
        expect(asked).toBe(3);
        expect(await answer.json()).toEqual({ ramp: 1 });
    });

    it('is left alone once nobody waits for it any more', async () => {
        const gone = new AbortController();
        const waiting = untilWorkedOut(
            new Request('http://bench/plan', { signal: gone.signal }),
            new Response('', { status: 202, headers: { 'Retry-After': '60' } }),
            () => Promise.reject(new Error('asked after all')),
        );
        gone.abort(new Error('closed'));
        await expect(waiting).rejects.toThrow('closed');
    });

    it('does not send in again what was accepted', async () => {
        const accepted = waits();
        const answer = await untilWorkedOut(new Request('http://bench/photos', { method: 'POST' }), accepted, () =>
            Promise.reject(new Error('sent twice')),
        );
        expect(answer).toBe(accepted);
    });
});

/** What a worker is still at: the server asks to be asked again. */
export const isBeingWorkedOut = (answer: Response) => answer.status === 202 && answer.headers.has('Retry-After');

const pause = (seconds: number, signal: AbortSignal) =>
    new Promise<void>((resolve, reject) => {
        const timer = setTimeout(resolve, 1000 * seconds);
        signal.addEventListener('abort', () => {
            clearTimeout(timer);
            reject(signal.reason as Error);
        });
    });

/** Asks again until there is an answer, or whoever asked has gone away. */
export async function untilWorkedOut(
    request: Request,
    first: Response,
    ask: (request: Request) => Promise<Response> = (again) => fetch(again),
): Promise<Response> {
    let answer = first;
    while (request.method === 'GET' && isBeingWorkedOut(answer)) {
        await pause(Number(answer.headers.get('Retry-After')), request.signal);
        answer = await ask(request.clone());
    }
    return answer;
}

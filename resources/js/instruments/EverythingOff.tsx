import { useMutation, useQueryClient } from '@tanstack/react-query';
import { App, Button } from 'antd';
import { answer, api } from '../api/client';
import { useKeys } from '../shell/useKeys';

/** One press, no question: it opens its own connections on the server. The same without a script is at /off. */
function useOff() {
    const queries = useQueryClient();
    const { modal } = App.useApp();
    return useMutation({
        mutationFn: () => answer(api.POST('/emergency-off')),
        onSuccess: (done) => {
            void queries.invalidateQueries();
            modal[done.failed.length === 0 ? 'info' : 'error']({
                title: done.failed.length === 0 ? 'Off' : 'NOT everything is off',
                content: (
                    <>
                        {done.failed.map((line) => (
                            <p key={line} className="refusal">
                                NOT OFF: {line} Switch it off at its own panel.
                            </p>
                        ))}
                        {done.off.map((name) => (
                            <p key={name}>{name} is off.</p>
                        ))}
                        <p>Runs that were under way are stopped.</p>
                        <p>
                            The unit may still hold its charge. What is plugged into the wall is not switched from here:
                            pull the plug.
                        </p>
                    </>
                ),
            });
        },
        onError: (error) =>
            modal.error({
                title: 'NOT off',
                content: (
                    <p>
                        {error.message} Switch the instruments off at their own panels, or open /off in another window.
                    </p>
                ),
            }),
    });
}

export function EverythingOff() {
    const off = useOff();
    return (
        <Button className="everything-off" onClick={() => off.mutate()} loading={off.isPending}>
            Everything off <kbd>F9</kbd>
        </Button>
    );
}

/** F9, on whatever page and whatever is open. */
export function OffKey() {
    const { mutate } = useOff();
    useKeys((event) => {
        if (event.key === 'F9') {
            event.preventDefault();
            mutate();
        }
    }, true);
    return null;
}

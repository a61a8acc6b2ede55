import { Button, Modal } from 'antd';
import type { useStart } from './useStart';
import { RefusalNote } from '../help/RefusalNote';

/** What is about to be set, in the server's words. */
export function ConfirmRun({ run }: { run: ReturnType<typeof useStart> }) {
    if (run.asked === undefined) {
        return run.error === null ? null : <RefusalNote>{run.error.message}</RefusalNote>;
    }
    return (
        <Modal
            open
            title="Start it?"
            onCancel={run.forget}
            focusTriggerAfterClose={false}
            footer={
                <>
                    <Button onClick={run.forget}>No</Button>
                    <Button
                        danger
                        type="primary"
                        autoFocus
                        loading={run.start.isPending}
                        onClick={() => run.start.mutate()}
                    >
                        Yes, start it
                    </Button>
                </>
            }
        >
            <p className="fit-sentence">{run.asked.answer.sentence}</p>
            {run.error !== null && <RefusalNote>{run.error.message}</RefusalNote>}
        </Modal>
    );
}

import { Button, Modal } from 'antd';
import type { Command } from './commands';

/** One quiet row: what is used most, and the way to the rest. */
export function CommandBar({
    commands,
    leader,
    mayWrite,
    onAll,
}: {
    commands: Command[];
    leader: boolean;
    mayWrite: boolean;
    onAll: () => void;
}) {
    return (
        <div className={`commands ${leader ? 'lit' : ''}`} aria-label="Commands: space, then the letter">
            {commands
                .filter((command) => command.shown && (command.inBar === true || command.onPhone === true))
                .map((command) => (
                    <Button
                        key={command.key}
                        className={`${command.inBar === true ? '' : 'phone-only'} ${
                            command.onPhone === true ? '' : 'desk-only'
                        }`}
                        type={leader ? 'default' : 'text'}
                        disabled={!mayWrite && command.records === true}
                        onClick={command.run}
                    >
                        <kbd>{command.key.toUpperCase()}</kbd> {command.label}
                    </Button>
                ))}
            <Button type={leader ? 'default' : 'text'} onClick={onAll}>
                <kbd>?</kbd> all keys
            </Button>
        </div>
    );
}

const everywhere = [
    { key: '↵', label: 'record what is typed, or do what the step says' },
    { key: 'Space', label: 'in the empty field: then one of the letters' },
    { key: 'Esc', label: 'empty the field, close what is open' },
    { key: 'F2', label: 'the ledger, from everywhere' },
    { key: 'F9', label: 'everything off, from everywhere' },
];

/** Every key of the bench, and what it does; each can be pressed here as well. */
export function KeySheet({
    commands,
    mayWrite,
    onClose,
}: {
    commands: Command[];
    mayWrite: boolean;
    onClose: () => void;
}) {
    const groups = [...new Set(commands.map((command) => command.group))];
    return (
        <Modal
            open
            width={1120}
            style={{ top: 24 }}
            title="All keys"
            onCancel={onClose}
            footer={
                <Button type="primary" onClick={onClose}>
                    Back
                </Button>
            }
        >
            <p className="hint">
                Space, then the letter; without the space bar too, where no reading is being typed. A foot switch does
                what Enter does.
                {!mayWrite && ' You can read this job: keys that record something are off.'}
            </p>
            <div className="key-sheet">
                {groups.map((group) => (
                    <section key={group} aria-label={group}>
                        <h3>{group}</h3>
                        <ul>
                            {commands
                                .filter((command) => command.group === group)
                                .map((command) => (
                                    <li key={command.key}>
                                        <button
                                            type="button"
                                            disabled={!command.shown || (!mayWrite && command.records === true)}
                                            onClick={() => {
                                                onClose();
                                                command.run();
                                            }}
                                        >
                                            <kbd>{command.key.toUpperCase()}</kbd> {command.label}
                                        </button>
                                    </li>
                                ))}
                        </ul>
                    </section>
                ))}
                <section aria-label="Everywhere">
                    <h3>Everywhere</h3>
                    <ul>
                        {everywhere.map((one) => (
                            <li key={one.key}>
                                <kbd>{one.key}</kbd> {one.label}
                            </li>
                        ))}
                    </ul>
                </section>
            </div>
        </Modal>
    );
}

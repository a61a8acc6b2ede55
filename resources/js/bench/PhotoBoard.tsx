import { Button, Input, Modal, Select } from 'antd';
import { useRef, useState } from 'react';
import type { Bench, PhotoView, PinView } from '../api/client';
import { PinBoard, type Place } from '../shell/PinBoard';
import { Mark } from './Mark';
import { shrink } from './picture';
import { EmptyNote, RefusalNote } from '../help/RefusalNote';

interface Props {
    bench: Bench;
    onRecord: (kind: string, payload: Record<string, unknown>, stay?: boolean) => void;
    onPhoto: (picture: Blob, caption: string) => void;
    refusal: string | undefined;
    onClose: () => void;
}

function Pin({
    pin,
    open,
    onOpen,
    onRead,
}: {
    pin: PinView;
    open: boolean;
    onOpen: () => void;
    onRead: (text: string) => void;
}) {
    const [text, setText] = useState('');
    const shown = pin.reading?.text ?? 'not read';
    return (
        <div
            className={
                `pin ${open ? 'pin-open' : ''} ${pin.reading === null ? 'pin-unread' : ''} ` +
                `${pin.x > 0.7 ? 'pin-left' : ''} ${pin.x > 0.9 ? 'pin-edge' : ''} ${pin.y > 0.8 ? 'pin-up' : ''}`
            }
            style={{ left: `${pin.x * 100}%`, top: `${pin.y * 100}%`, '--share': pin.suspicion } as React.CSSProperties}
        >
            <button type="button" aria-label={`Pin ${pin.target}, ${shown}`} aria-expanded={open} onClick={onOpen}>
                {pin.reading !== null && <Mark shape={pin.reading.mark} title={pin.reading.word} />}
                <span>{pin.target}</span>
                {pin.reading !== null && <span className="pin-text">{pin.reading.text}</span>}
            </button>
            {open && (
                <div className="pin-sheet">
                    <p>
                        <b>{pin.name}</b>
                    </p>
                    {pin.expected !== null && <p className="quiet">a good unit: {pin.expected}</p>}
                    <Input
                        autoFocus
                        className="pin-field"
                        aria-label={`Reading at ${pin.target}`}
                        placeholder={pin.reading?.text ?? '…'}
                        value={text}
                        onChange={(event) => setText(event.target.value)}
                        onPressEnter={() => {
                            if (text.trim() !== '') {
                                onRead(text);
                                setText('');
                            }
                        }}
                    />
                    {pin.reading !== null && <p role="status">{pin.reading.sentence}</p>}
                </div>
            )}
        </div>
    );
}

function Board({
    job,
    photo,
    placing,
    onPlace,
    onPlaced,
    onRecord,
}: {
    job: string;
    photo: PhotoView;
    placing: Place | undefined;
    onPlace: (place: Place) => void;
    onPlaced: (place: Place) => void;
    onRecord: Props['onRecord'];
}) {
    const [open, setOpen] = useState<string>();
    return (
        <PinBoard
            label={photo.caption === '' ? 'Photograph' : photo.caption}
            width={photo.width}
            height={photo.height}
            placing={placing}
            onPlace={onPlace}
            onPlaced={onPlaced}
        >
            <img src={`/api/v1/jobs/${job}/photos/${photo.id}${photo.ready ? '' : '?waiting'}`} alt={photo.caption} />
            {photo.pins
                .filter((pin) => pin.target !== placing?.target)
                .map((pin) => (
                    <Pin
                        key={pin.target}
                        pin={pin}
                        open={open === pin.target && placing === undefined}
                        onOpen={() => setOpen(open === pin.target ? undefined : pin.target)}
                        onRead={(text) => onRecord('reading', { text, target: pin.target }, true)}
                    />
                ))}
        </PinBoard>
    );
}

/** Photographs of the unit with pins on points and parts; the reading is typed at the pin. */
export function PhotoBoard({ bench, onRecord, onPhoto, refusal, onClose }: Props) {
    const [shown, setShown] = useState<string>();
    const [placing, setPlacing] = useState<Place>();
    const [caption, setCaption] = useState('');
    const file = useRef<HTMLInputElement>(null);
    const photo = bench.photos.find((one) => one.id === shown) ?? bench.photos[0];
    const mayWrite = bench.job.may_write;
    const targets = [
        ...bench.points.map((point) => ({ value: point.id, label: `${point.id} ${point.name}` })),
        ...bench.parts.map((part) => ({ value: part.ref, label: part.label })),
        ...bench.undescribed.map((ref) => ({ value: ref, label: `${ref}, not described yet` })),
    ];
    const start = (target: string) => {
        const known = photo?.pins.find((pin) => pin.target === target);
        setPlacing({ target, x: known?.x ?? 0.5, y: known?.y ?? 0.5 });
    };
    return (
        <Modal
            open
            className="photo-sheet"
            width={1180}
            title="Photographs"
            footer={<Button onClick={onClose}>Back</Button>}
            onCancel={onClose}
            focusTriggerAfterClose={false}
            afterOpenChange={(open) => {
                if (open) document.querySelector<HTMLElement>('.board .pin button, .photo-side button')?.focus();
            }}
        >
            {refusal !== undefined && <RefusalNote>{refusal}</RefusalNote>}
            <div className="photo-board">
                {photo === undefined ? (
                    <div className="board-empty">
                        <EmptyNote>
                            No photograph yet. Take one from straight above with the covers off and the plug out; then
                            pin the test points on it, and type readings where you measure them.
                        </EmptyNote>
                    </div>
                ) : (
                    <Board
                        job={bench.job.id}
                        photo={photo}
                        placing={placing}
                        onPlace={setPlacing}
                        onPlaced={(place) => {
                            onRecord('pin', { photo: photo.id, ...place }, true);
                            setPlacing(undefined);
                        }}
                        onRecord={onRecord}
                    />
                )}
                <div className="photo-side">
                    {bench.photos.length > 1 && (
                        <ul className="photo-list">
                            {bench.photos.map((one, k) => (
                                <li key={one.id}>
                                    <button
                                        type="button"
                                        className="plain"
                                        aria-pressed={one.id === photo?.id}
                                        onClick={() => setShown(one.id)}
                                    >
                                        {one.caption === '' ? `Photograph ${bench.photos.length - k}` : one.caption}
                                    </button>
                                </li>
                            ))}
                        </ul>
                    )}
                    {mayWrite && photo !== undefined && (
                        <>
                            <label htmlFor="pin-target">Place a pin</label>
                            <Select
                                id="pin-target"
                                showSearch={{ optionFilterProp: 'label' }}
                                placeholder="point or part"
                                value={placing?.target ?? null}
                                options={targets}
                                onChange={start}
                                onSelect={(_, option) => start(option.value)}
                            />
                            <p className="hint">
                                {placing === undefined
                                    ? 'A pin that is there already is moved.'
                                    : 'Click the place, or move it with the arrow keys ' +
                                      '(Shift for large steps) and press Enter.'}
                            </p>
                        </>
                    )}
                    {mayWrite && (
                        <>
                            <label htmlFor="photo-caption">Add a photograph</label>
                            <Input
                                id="photo-caption"
                                placeholder="what it shows"
                                value={caption}
                                onChange={(event) => setCaption(event.target.value)}
                            />
                            <Button onClick={() => file.current?.click()}>Take or choose it</Button>
                            <input
                                ref={file}
                                type="file"
                                accept="image/jpeg,image/png,image/webp"
                                hidden
                                aria-label="Photograph file"
                                onChange={(event) => {
                                    const chosen = event.target.files?.[0];
                                    if (chosen !== undefined) {
                                        void shrink(chosen).then((picture) => onPhoto(picture, caption));
                                        setCaption('');
                                        setShown(undefined);
                                    }
                                    event.target.value = '';
                                }}
                            />
                        </>
                    )}
                    {photo !== undefined && photo.pins.length > 0 && (
                        <ul className="pin-list" aria-label="Pins">
                            {photo.pins.map((pin) => (
                                <li key={pin.target}>
                                    <b>{pin.target}</b>{' '}
                                    <span className="mono-figures">{pin.reading?.text ?? 'not read'}</span>
                                </li>
                            ))}
                        </ul>
                    )}
                </div>
            </div>
        </Modal>
    );
}

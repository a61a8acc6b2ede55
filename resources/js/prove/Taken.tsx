import { useMutation } from '@tanstack/react-query';
import { Button, Input, type InputRef } from 'antd';
import { useRef } from 'react';
import type { Instrument } from '../api/client';
import { lookAt } from '../instruments/useMeter';

/** A field for a reading, which a meter on the network fills in by a press; typed it is as good. */
export function Taken({
    job,
    meter,
    target,
    quantity,
    label,
    value,
    unit,
    onChange,
}: {
    job: string;
    meter: Instrument | undefined;
    target: string;
    quantity: string;
    label: string;
    value: string;
    unit: string;
    onChange: (text: string) => void;
}) {
    const field = useRef<InputRef>(null);
    const take = useMutation({
        mutationFn: (from: Instrument) => lookAt(job, from.id, target, quantity),
        onSuccess: (read) => {
            onChange(read.text);
            field.current?.focus();
        },
    });
    const isOnline = meter?.online === true;
    return (
        <span className="take-field">
            <Input
                ref={field}
                aria-label={label}
                inputMode="decimal"
                suffix={unit}
                value={value}
                onChange={(event) => onChange(event.target.value)}
                onKeyDown={(event) => {
                    if (isOnline && /^(PageDown|F1[3-9]|F2[0-4])$/.test(event.key)) {
                        event.preventDefault();
                        take.mutate(meter);
                    }
                }}
            />
            {isOnline && (
                <Button aria-label={`Take ${label}`} onClick={() => take.mutate(meter)} loading={take.isPending}>
                    Take
                </Button>
            )}
            {take.error !== null && (
                <small role="alert" className="refusal">
                    {take.error.message}
                </small>
            )}
        </span>
    );
}

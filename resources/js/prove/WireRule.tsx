import { useMutation } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { answer, api } from '../api/client';

/** Where nobody knows what a rail is rated for, its wire says how much is safe. */
export function WireRule() {
    const [text, setText] = useState('');
    const ask = useMutation({
        mutationFn: (diameter: string) => answer(api.GET('/wire', { params: { query: { diameter } } })),
    });
    return (
        <form
            className="list-acts"
            onSubmit={(event) => {
                event.preventDefault();
                ask.mutate(text);
            }}
        >
            <label>
                Rating unknown? Bare wire of{' '}
                <Input
                    aria-label="Diameter of the wire"
                    placeholder="2.2 mm or AWG 12"
                    value={text}
                    onChange={(event) => setText(event.target.value)}
                />
            </label>
            <Button htmlType="submit" disabled={text.trim() === ''}>
                Rate it
            </Button>
            {ask.data !== undefined && (
                <span role="status">
                    <b className="mono-figures">{ask.data.amperes}</b> for hours at {ask.data.diameter}, {ask.data.area}
                    : {ask.data.source}
                </span>
            )}
            {ask.error !== null && (
                <span role="alert" className="refusal">
                    {ask.error.message}
                </span>
            )}
        </form>
    );
}

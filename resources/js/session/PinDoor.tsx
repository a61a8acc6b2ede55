import { useQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { pinsQuery } from '../api/queries';
import { useSignIn } from './useSignIn';

/** Who set a PIN in this browser comes in by a press and some digits. */
export function PinDoor() {
    const pins = useQuery(pinsQuery);
    const { signIn, refusal, busy } = useSignIn();
    const [who, setWho] = useState<number>();
    const [pin, setPin] = useState('');
    if ((pins.data?.length ?? 0) === 0) {
        return null;
    }
    return (
        <form
            className="pin-door"
            aria-label="By PIN"
            onSubmit={(event) => {
                event.preventDefault();
                if (who !== undefined) {
                    void signIn({ user: who, pin }).then(() => {
                        setPin('');
                        return pins.refetch();
                    });
                }
            }}
        >
            <div className="pin-names">
                {pins.data?.map((one) => (
                    <Button key={one.id} aria-pressed={who === one.id} onClick={() => setWho(one.id)}>
                        {one.name}
                    </Button>
                ))}
            </div>
            {who !== undefined && (
                <div className="pin-names">
                    <Input.Password
                        autoFocus
                        aria-label="PIN"
                        inputMode="numeric"
                        autoComplete="off"
                        maxLength={8}
                        value={pin}
                        onChange={(event) => setPin(event.target.value)}
                    />
                    <Button type="primary" htmlType="submit" loading={busy} disabled={pin.length < 4}>
                        Go on
                    </Button>
                </div>
            )}
            {refusal !== undefined && (
                <p role="alert" className="refusal">
                    {refusal}
                </p>
            )}
        </form>
    );
}

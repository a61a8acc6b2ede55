/** On everything that is practice: no reading of it is of a real unit. */
export function Band() {
    return (
        <p className="practice-band" role="note">
            Practice: no unit, no volts, nobody hurt. Nothing of it goes into jobs, history or stock.
        </p>
    );
}

import { SafetyLimits } from './SafetyLimits';
import { TheWorkshop } from './TheWorkshop';
import { ThisBench } from './ThisBench';

/** What is said once: of this bench, for whoever stands at it, and of the workshop. */
export function SettingsPage() {
    return (
        <main className="page">
            <h1>Settings</h1>
            <div className="settings">
                <ThisBench />
                <TheWorkshop />
            </div>
            <SafetyLimits />
        </main>
    );
}

import { useQuery } from '@tanstack/react-query';
import { workshopQuery } from '../api/queries';
import { SafetyLimits } from './SafetyLimits';
import { TheServer } from './TheServer';
import { TheWorkshop } from './TheWorkshop';
import { ThisBench } from './ThisBench';

/** What is said once: of this bench, for whoever stands at it, and of the workshop. */
export function SettingsPage() {
    const leads = useQuery(workshopQuery).data?.may_edit === true;
    return (
        <main className="page">
            <h1>Settings</h1>
            <div className="settings">
                <ThisBench />
                <TheWorkshop />
            </div>
            <SafetyLimits />
            {leads && <TheServer />}
        </main>
    );
}

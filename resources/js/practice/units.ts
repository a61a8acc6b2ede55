import { useQuery } from '@tanstack/react-query';
import { suppliesQuery, templatesQuery } from '../api/queries';

/** What stands before the name of a family among supplies. */
export const FAMILY = 'family:';

/** What there is to practise on: every supply of the library, and families whose units have fresh values. */
export function useUnits() {
    const supplies = useQuery(suppliesQuery('')).data ?? [];
    const families = useQuery(templatesQuery).data ?? [];
    return [
        {
            label: 'Supplies of the library',
            options: supplies.map((one) => ({ value: one.id, label: one.title })),
        },
        {
            label: 'Families, with fresh values',
            options: families.map((one) => ({ value: `${FAMILY}${one.name}`, label: one.title })),
        },
    ];
}

import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import { useRef } from 'react';
import { useNavigate } from 'react-router';
import { answer, api } from '../api/client';
import { RefusalNote } from '../help/RefusalNote';

/** A job that another Oculant has saved. */
export function TakeIn() {
    const queries = useQueryClient();
    const navigate = useNavigate();
    const file = useRef<HTMLInputElement>(null);
    const take = useMutation({
        mutationFn: (archive: File) => {
            const form = new FormData();
            form.set('archive', archive);
            return answer(api.POST('/jobs/import', { body: { archive: '' }, bodySerializer: () => form }));
        },
        onSuccess: (job) => {
            void queries.invalidateQueries({ queryKey: ['jobs'] });
            void navigate(`/jobs/${job.id}/report`);
        },
    });
    return (
        <>
            <input
                ref={file}
                type="file"
                accept=".zip,application/zip"
                hidden
                aria-label="Archive of a job"
                onChange={(event) => {
                    const chosen = event.target.files?.[0];
                    if (chosen !== undefined) {
                        take.mutate(chosen);
                    }
                    event.target.value = '';
                }}
            />
            <Button onClick={() => file.current?.click()} loading={take.isPending}>
                Take in a job from another workshop
            </Button>
            {take.error !== null && <RefusalNote>{take.error.message}</RefusalNote>}
        </>
    );
}

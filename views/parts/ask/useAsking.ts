import { useSearchParams } from 'next/navigation';

/** Whether questions are asked, by the address. */
export const useAsking = (): boolean => useSearchParams().has('ask');

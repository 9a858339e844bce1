import { endpoints } from '@keen-anvil/contract';
import { useQuery } from '@tanstack/react-query';
import { questionOf } from '../api/ask';
import { unlessJustAsked } from '../api/just-asked';

export const benchQuery = { ...questionOf(endpoints.bench, {}), refetchOnMount: unlessJustAsked };

export const useBench = () => useQuery(benchQuery);

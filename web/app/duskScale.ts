export const ROAD = 520;

export const PX_PER_MM = 0.052;

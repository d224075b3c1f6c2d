/** Version of the plan's schema; raised when a plan saved before has to be brought up. */
export const PLAN_VERSION = 4;

/** Version of the plan's form; raised when an old plan has to be brought up. */
export const PLAN_VERSION = 2;

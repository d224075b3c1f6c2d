/** A package of npm's lock file. */
export interface LockedPackage {
  readonly place: string;
  readonly name: string;
  readonly version: string;
  readonly licence: string | null;
  readonly isShipped: boolean;
  readonly isOptional: boolean;
  readonly hasScript: boolean;
}
export function packagesOf(lock: { readonly packages: object }): LockedPackage[];
export function problemsOf(packages: readonly LockedPackage[]): string[];
export function noticeOf(packages: readonly LockedPackage[], root: string): string;
export function licencesReport(root: string): {
  readonly lines: readonly string[];
  readonly notice: string;
  readonly problems: readonly string[];
};

export { AddNames } from './AddNames.tsx';
export { FirstPasswordDialog } from './FirstPasswordDialog.tsx';
export { TimeZoneSelect } from './TimeZoneSelect.tsx';

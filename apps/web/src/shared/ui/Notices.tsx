import '@mantine/notifications/styles.layer.css';
import { Notifications } from '@mantine/notifications';

export { notifications } from '@mantine/notifications';

export const Notices = () => <Notifications position="bottom-center" autoClose={10_000} />;

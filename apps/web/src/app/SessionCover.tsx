import { Button, Modal, Text } from '@mantine/core';
import { useSignOut } from '../shared/api/index.ts';
import { SignInForm } from '../shared/dialogs/index.ts';

/** Lies over the screen of whoever's session has ended. */
export function SessionCover({ name }: { readonly name: string }) {
  const signOut = useSignOut();
  return (
    <Modal
      opened
      onClose={() => undefined}
      withCloseButton={false}
      closeOnEscape={false}
      closeOnClickOutside={false}
      overlayProps={{ backgroundOpacity: 1, color: 'var(--ob-paper)' }}
      title={
        <Text component="span" fw={700} size="lg">
          Your session has ended
        </Text>
      }
      size="lg"
    >
      <Text mb="sm">
        Sign in as {name} and everything goes on where it was. What was saved is safe, and what you typed is still here.
      </Text>
      <SignInForm />
      <Button variant="subtle" color="oak" mt="md" onClick={() => void signOut()}>
        I am somebody else
      </Button>
    </Modal>
  );
}

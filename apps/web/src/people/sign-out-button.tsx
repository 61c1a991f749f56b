import { Button } from '../ui';
import { useSignOutMutation } from '../store/people-api';

/** Signs out, and shows the door. */
export function SignOutButton() {
  const [signOut, { isLoading }] = useSignOutMutation();
  return (
    <Button
      disabled={isLoading}
      onClick={() =>
        void signOut()
          .unwrap()
          .catch(() => undefined)
          .then(() => location.assign('/'))
      }
    >
      Sign out
    </Button>
  );
}

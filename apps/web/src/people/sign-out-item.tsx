import { useSignOutMutation } from '../store/people-api';

/** The end of the menu: what is not saved yet stays in this browser. */
export default function SignOutItem({ className, ...rest }: React.ButtonHTMLAttributes<HTMLButtonElement>) {
  const [signOut] = useSignOutMutation();
  return (
    <button
      {...rest}
      type="button"
      className={className}
      onClick={() =>
        void signOut()
          .unwrap()
          .catch(() => undefined)
          .then(() => location.assign('/'))
      }
    >
      <span className="block font-medium">Sign out</span>
    </button>
  );
}

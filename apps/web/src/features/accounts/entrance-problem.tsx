/** Why signing in or setting up was refused. */
export const EntranceProblem = ({ message }: { message: string | undefined }) =>
  message !== undefined && (
    <p role="alert" className="rounded-control bg-brick-tint px-3 py-2 font-semibold text-brick">
      {message}
    </p>
  );

import { Suspense } from "react";
import { SignInScreen } from "../../ui/sign-in/SignInScreen";

export default function Page() {
  return (
    <Suspense>
      <SignInScreen />
    </Suspense>
  );
}

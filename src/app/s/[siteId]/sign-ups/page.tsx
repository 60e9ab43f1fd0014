import { SignUpsScreen } from "../../../../ui/sign-ups/SignUpsScreen";

export default function Page() {
  return <SignUpsScreen />;
}

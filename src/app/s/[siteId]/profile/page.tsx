import { ProfileScreen } from "../../../../ui/profile/ProfileScreen";

export default function Page() {
  return <ProfileScreen />;
}

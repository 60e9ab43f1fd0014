import { AccessScreen } from "../../../../ui/access/AccessScreen";

export default function Page() {
  return <AccessScreen />;
}

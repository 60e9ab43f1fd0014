import { BeginScreen } from "../../../../ui/begin/BeginScreen";

export default function Page() {
  return <BeginScreen />;
}

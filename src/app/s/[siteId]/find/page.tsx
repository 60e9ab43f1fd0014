import { FindScreen } from "../../../../ui/find/FindScreen";

export default function Page() {
  return <FindScreen />;
}

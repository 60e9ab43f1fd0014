import { WhereScreen } from "../../../../../../ui/part/WhereScreen";

export default function Page() {
  return <WhereScreen />;
}

import { LibraryPage } from '@/client/library/LibraryPage'

const Page = () => <LibraryPage />
export default Page

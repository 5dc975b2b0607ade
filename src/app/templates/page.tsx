import { TemplatesPage } from '@/client/templates/TemplatesPage'

const Page = () => <TemplatesPage />
export default Page

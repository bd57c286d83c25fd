import { ServiceScreen } from '../../src/references/service-screen';

export default ServiceScreen;

/** Every family, for whoever serves jobs of any: server, command line, rig, tests. Imported for what it does. */
import { boilerFamily } from '../boiler/module';
import { contactFamily } from '../contact/module';
import { floorFamily } from '../floor/module';
import { heaterFamily } from '../heater/module';
import { lowVoltageFamily } from '../lowvoltage/module';
import { register } from './registry';

register(lowVoltageFamily);
register(boilerFamily);
register(floorFamily);
register(heaterFamily);
register(contactFamily);

// Made by scripts/compile-schema.ts from schema.ts: run "npm run schema" after changing it.
/* eslint-disable */
// @ts-nocheck
"use strict";
export const validate = validate20;
export default validate20;
const schema31 = {"$schema":"https://json-schema.org/draft/2020-12/schema","$id":"echt-build","title":"Echt build","type":"object","properties":{"schema":{"const":2},"id":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"name":{"type":"string","minLength":1,"maxLength":200},"revision":{"type":"integer","minimum":0},"parentRevision":{"type":"integer","minimum":0},"createdAt":{"type":"string","pattern":"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"},"vehicle":{"type":"object","properties":{"name":{"type":"string","maxLength":2000},"note":{"type":"string","maxLength":2000},"altitudeM":{"anyOf":[{"type":"number"},{"type":"null"}]}},"required":["name","note","altitudeM"],"additionalProperties":false},"instruments":{"type":"array","items":{"type":"object","properties":{"id":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"name":{"type":"string","maxLength":2000},"kind":{"enum":["meter","thermometer","barometer"]},"accuracy":{"type":"object","properties":{"percent":{"type":"number","minimum":0},"digits":{"type":"number","minimum":0},"offset":{"type":"number","minimum":0},"commonShare":{"type":"number","minimum":0,"maximum":1}},"required":["percent","digits","offset","commonShare"],"additionalProperties":false},"lagS":{"anyOf":[{"type":"number","minimum":0},{"type":"null"}]},"iceCheck":{"anyOf":[{"type":"object","properties":{"readC":{"type":"number"},"at":{"type":"string","pattern":"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"}},"required":["readC","at"],"additionalProperties":false},{"type":"null"}]},"checkedAt":{"anyOf":[{"type":"string","pattern":"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"},{"type":"null"}]},"note":{"type":"string","maxLength":2000}},"required":["id","name","kind","accuracy","lagS","iceCheck","checkedAt","note"],"additionalProperties":false},"maxItems":500},"devices":{"type":"array","items":{"type":"object","properties":{"id":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"name":{"type":"string","maxLength":2000},"kind":{"enum":["ecu","display","gauge","other"]},"note":{"type":"string","maxLength":2000},"inputs":{"type":"array","items":{"type":"object","properties":{"id":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"pin":{"type":"string","maxLength":2000},"bits":{"anyOf":[{"type":"integer","minimum":4,"maximum":24},{"type":"null"}]},"referenceV":{"type":"object","properties":{"value":{"type":"number","exclusiveMinimum":0},"basis":{"enum":["assumed","measured"]},"from":{"type":"array","items":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"maxItems":20000}},"required":["value","basis","from"],"additionalProperties":false},"referenceTolerance":{"type":"number","minimum":0},"pulls":{"type":"array","items":{"type":"object","properties":{"id":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"name":{"type":"string","maxLength":2000},"ohm":{"type":"object","properties":{"value":{"type":"number","exclusiveMinimum":0},"basis":{"enum":["assumed","measured"]},"from":{"type":"array","items":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"maxItems":20000}},"required":["value","basis","from"],"additionalProperties":false},"tolerance":{"type":"number","minimum":0,"maximum":0.5},"railV":{"type":"object","properties":{"value":{"type":"number","exclusiveMinimum":0},"basis":{"enum":["assumed","measured"]},"from":{"type":"array","items":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"maxItems":20000}},"required":["value","basis","from"],"additionalProperties":false},"toReference":{"type":"boolean"},"kind":{"enum":["fixed","switchable","fitted"]},"on":{"type":"boolean"}},"required":["id","name","ohm","tolerance","railV","toReference","kind","on"],"additionalProperties":false},"maxItems":16},"limitV":{"type":"number","exclusiveMinimum":0},"table":{"anyOf":[{"type":"object","properties":{"form":{"enum":["table","pairs","coefficients"]},"cells":{"type":"integer","minimum":2,"maximum":256},"axis":{"enum":["V","Ω","counts"]},"axisStep":{"type":"number","exclusiveMinimum":0},"axisRange":{"type":"array","prefixItems":[{"type":"number"},{"type":"number"}],"items":false,"minItems":2},"direction":{"enum":["rising","falling"]},"axisFixed":{"anyOf":[{"type":"array","items":{"type":"number"},"minItems":2,"maxItems":256},{"type":"null"}]},"valueUnit":{"enum":["°C","°F"]},"valueStep":{"type":"number","exclusiveMinimum":0},"valueRange":{"type":"array","prefixItems":[{"type":"number"},{"type":"number"}],"items":false,"minItems":2},"beyond":{"enum":["hold","extrapolate"]},"onOpen":{"type":"object","properties":{"show":{"enum":["cold","hot","last","value"]},"value":{"anyOf":[{"type":"number"},{"type":"null"}]}},"required":["show","value"],"additionalProperties":false},"onShort":{"type":"object","properties":{"show":{"enum":["cold","hot","last","value"]},"value":{"anyOf":[{"type":"number"},{"type":"null"}]}},"required":["show","value"],"additionalProperties":false},"entered":{"anyOf":[{"type":"object","properties":{"x":{"type":"array","items":{"type":"number"},"minItems":2,"maxItems":256},"y":{"type":"array","items":{"type":"number"},"minItems":2,"maxItems":256},"at":{"type":"string","pattern":"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"},"name":{"type":"string","maxLength":2000}},"required":["x","y","at","name"],"additionalProperties":false},{"type":"null"}]}},"required":["form","cells","axis","axisStep","axisRange","direction","axisFixed","valueUnit","valueStep","valueRange","beyond","onOpen","onShort","entered"],"additionalProperties":false},{"type":"null"}]}},"required":["id","pin","bits","referenceV","referenceTolerance","pulls","limitV","table"],"additionalProperties":false},"maxItems":200}},"required":["id","name","kind","note","inputs"],"additionalProperties":false},"maxItems":500},"elements":{"type":"array","items":{"type":"object","properties":{"id":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"name":{"type":"string","maxLength":2000},"family":{"type":"string","maxLength":60},"settings":{"type":"object"},"pins":{"type":"array","items":{"type":"object","properties":{"name":{"type":"string","maxLength":2000},"wire":{"type":"string","maxLength":2000}},"required":["name","wire"],"additionalProperties":false},"maxItems":16}},"required":["id","name","family","settings","pins"],"additionalProperties":false},"maxItems":2000},"channels":{"type":"array","items":{"type":"object","properties":{"id":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"name":{"type":"string","maxLength":2000},"quantity":{"type":"string","maxLength":2000},"place":{"type":"string","maxLength":2000},"needs":{"type":"object","properties":{"range":{"type":"array","prefixItems":[{"type":"number"},{"type":"number"}],"items":false,"minItems":2},"best":{"type":"array","prefixItems":[{"type":"number"},{"type":"number"}],"items":false,"minItems":2},"accuracy":{"type":"number","exclusiveMinimum":0}},"required":["range","best","accuracy"],"additionalProperties":false},"elements":{"type":"array","items":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"maxItems":2},"combine":{"enum":["one","series","parallel","separate"]},"reads":{"type":"array","items":{"type":"object","properties":{"id":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"source":{"type":"object","properties":{"kind":{"const":"element"},"id":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"}},"required":["kind","id"],"additionalProperties":false},"input":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"wire":{"type":"object","properties":{"colour":{"type":"string","maxLength":2000},"cavity":{"type":"string","maxLength":2000},"signalOhm":{"type":"object","properties":{"value":{"type":"number","minimum":0},"basis":{"enum":["assumed","measured"]},"from":{"type":"array","items":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"maxItems":20000}},"required":["value","basis","from"],"additionalProperties":false},"groundOhm":{"type":"object","properties":{"value":{"type":"number","minimum":0},"basis":{"enum":["assumed","measured"]},"from":{"type":"array","items":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"maxItems":20000}},"required":["value","basis","from"],"additionalProperties":false},"groundOffsetV":{"type":"object","properties":{"value":{"type":"number"},"basis":{"enum":["assumed","measured"]},"from":{"type":"array","items":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"maxItems":20000}},"required":["value","basis","from"],"additionalProperties":false}},"required":["colour","cavity","signalOhm","groundOhm","groundOffsetV"],"additionalProperties":false},"face":{"type":"object","properties":{"name":{"type":"string","maxLength":2000},"decimals":{"type":"integer","minimum":0,"maximum":6}},"required":["name","decimals"],"additionalProperties":false}},"required":["id","source","input","wire","face"],"additionalProperties":false},"maxItems":16}},"required":["id","name","quantity","place","needs","elements","combine","reads"],"additionalProperties":false},"maxItems":2000},"measurements":{"type":"array","items":{"type":"object","properties":{"id":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"at":{"type":"string","pattern":"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"},"by":{"type":"string","maxLength":2000},"about":{"oneOf":[{"type":"object","properties":{"kind":{"const":"point"},"element":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"}},"required":["kind","element"],"additionalProperties":false},{"type":"object","properties":{"kind":{"const":"keyOn"},"read":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"}},"required":["kind","read"],"additionalProperties":false},{"type":"object","properties":{"kind":{"const":"input"},"input":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"}},"required":["kind","input"],"additionalProperties":false}]},"method":{"type":"string","maxLength":60},"readings":{"type":"array","items":{"type":"object","properties":{"role":{"enum":["truth","signal","altitude","pressure","shown","pinV"]},"typed":{"type":"string","maxLength":80},"unit":{"type":"string","maxLength":20},"value":{"type":"number"},"instrument":{"anyOf":[{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},{"type":"null"}]}},"required":["role","typed","unit","value","instrument"],"additionalProperties":false},"maxItems":16},"note":{"type":"string","maxLength":2000},"struck":{"anyOf":[{"type":"object","properties":{"at":{"type":"string","pattern":"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"},"why":{"type":"string","maxLength":2000}},"required":["at","why"],"additionalProperties":false},{"type":"null"}]}},"required":["id","at","by","about","method","readings","note","struck"],"additionalProperties":false},"maxItems":20000},"proofs":{"type":"array","items":{"type":"object","properties":{"id":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"read":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"measurements":{"type":"array","items":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"maxItems":20000},"dependsOn":{"type":"string","pattern":"^[0-9a-f]{64}$"},"at":{"type":"string","pattern":"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"},"by":{"type":"string","maxLength":2000}},"required":["id","read","measurements","dependsOn","at","by"],"additionalProperties":false},"maxItems":5000},"changes":{"type":"array","items":{"type":"object","properties":{"id":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"at":{"type":"string","pattern":"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"},"by":{"type":"string","maxLength":2000},"kind":{"type":"string","maxLength":60},"args":true,"edits":{"type":"array","items":{"type":"object","properties":{"in":{"enum":["build","instruments","devices","elements","channels","measurements","proofs","attachments"]},"id":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"field":{"type":"string","maxLength":60},"before":true,"after":true,"at":{"type":"integer","minimum":0}},"required":["in","id"],"additionalProperties":false},"maxItems":20000}},"required":["id","at","by","kind","args","edits"],"additionalProperties":false},"maxItems":100000},"attachments":{"type":"array","items":{"type":"object","properties":{"id":{"type":"string","pattern":"^[A-Za-z0-9_-]{1,64}$"},"sha256":{"type":"string","pattern":"^[0-9a-f]{64}$"},"bytes":{"type":"number","minimum":0},"kind":{"type":"string","maxLength":2000}},"required":["id","sha256","bytes","kind"],"additionalProperties":false},"maxItems":5000}},"required":["schema","id","name","revision","parentRevision","createdAt","vehicle","instruments","devices","elements","channels","measurements","proofs","changes","attachments"],"additionalProperties":false};
const func1 = Object.prototype.hasOwnProperty;
const pattern4 = new RegExp("^[A-Za-z0-9_-]{1,64}$", "u");
const pattern5 = new RegExp("^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$", "u");
const pattern35 = new RegExp("^[0-9a-f]{64}$", "u");

function validate20(data, {instancePath="", parentData, parentDataProperty, rootData=data, dynamicAnchors={}}={}){
/*# sourceURL="echt-build" */;
let vErrors = null;
let errors = 0;
const evaluated0 = validate20.evaluated;
if(evaluated0.dynamicProps){
evaluated0.props = undefined;
}
if(evaluated0.dynamicItems){
evaluated0.items = undefined;
}
if(errors === 0){
if(data && typeof data == "object" && !Array.isArray(data)){
let missing0;
if((((((((((((((((data.schema === undefined) && (missing0 = "schema")) || ((data.id === undefined) && (missing0 = "id"))) || ((data.name === undefined) && (missing0 = "name"))) || ((data.revision === undefined) && (missing0 = "revision"))) || ((data.parentRevision === undefined) && (missing0 = "parentRevision"))) || ((data.createdAt === undefined) && (missing0 = "createdAt"))) || ((data.vehicle === undefined) && (missing0 = "vehicle"))) || ((data.instruments === undefined) && (missing0 = "instruments"))) || ((data.devices === undefined) && (missing0 = "devices"))) || ((data.elements === undefined) && (missing0 = "elements"))) || ((data.channels === undefined) && (missing0 = "channels"))) || ((data.measurements === undefined) && (missing0 = "measurements"))) || ((data.proofs === undefined) && (missing0 = "proofs"))) || ((data.changes === undefined) && (missing0 = "changes"))) || ((data.attachments === undefined) && (missing0 = "attachments"))){
validate20.errors = [{instancePath,schemaPath:"#/required",keyword:"required",params:{missingProperty: missing0},message:"must have required property '"+missing0+"'"}];
return false;
}
else {
const _errs1 = errors;
for(const key0 in data){
if(!(func1.call(schema31.properties, key0))){
validate20.errors = [{instancePath,schemaPath:"#/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key0},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs1 === errors){
if(data.schema !== undefined){
const _errs2 = errors;
if(2 !== data.schema){
validate20.errors = [{instancePath:instancePath+"/schema",schemaPath:"#/properties/schema/const",keyword:"const",params:{allowedValue: 2},message:"must be equal to constant"}];
return false;
}
var valid0 = _errs2 === errors;
}
else {
var valid0 = true;
}
if(valid0){
if(data.id !== undefined){
let data1 = data.id;
const _errs3 = errors;
if(errors === _errs3){
if(typeof data1 === "string"){
if(!pattern4.test(data1)){
validate20.errors = [{instancePath:instancePath+"/id",schemaPath:"#/properties/id/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/id",schemaPath:"#/properties/id/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid0 = _errs3 === errors;
}
else {
var valid0 = true;
}
if(valid0){
if(data.name !== undefined){
let data2 = data.name;
const _errs5 = errors;
if(errors === _errs5){
if(typeof data2 === "string"){
if(data2.length > 200){
validate20.errors = [{instancePath:instancePath+"/name",schemaPath:"#/properties/name/maxLength",keyword:"maxLength",params:{limit: 200},message:"must NOT have more than 200 characters"}];
return false;
}
else {
if(data2.length < 1){
validate20.errors = [{instancePath:instancePath+"/name",schemaPath:"#/properties/name/minLength",keyword:"minLength",params:{limit: 1},message:"must NOT have fewer than 1 characters"}];
return false;
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/name",schemaPath:"#/properties/name/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid0 = _errs5 === errors;
}
else {
var valid0 = true;
}
if(valid0){
if(data.revision !== undefined){
let data3 = data.revision;
const _errs7 = errors;
if(!(((typeof data3 == "number") && (!(data3 % 1) && !isNaN(data3))) && (isFinite(data3)))){
validate20.errors = [{instancePath:instancePath+"/revision",schemaPath:"#/properties/revision/type",keyword:"type",params:{type: "integer"},message:"must be integer"}];
return false;
}
if(errors === _errs7){
if((typeof data3 == "number") && (isFinite(data3))){
if(data3 < 0 || isNaN(data3)){
validate20.errors = [{instancePath:instancePath+"/revision",schemaPath:"#/properties/revision/minimum",keyword:"minimum",params:{comparison: ">=", limit: 0},message:"must be >= 0"}];
return false;
}
}
}
var valid0 = _errs7 === errors;
}
else {
var valid0 = true;
}
if(valid0){
if(data.parentRevision !== undefined){
let data4 = data.parentRevision;
const _errs9 = errors;
if(!(((typeof data4 == "number") && (!(data4 % 1) && !isNaN(data4))) && (isFinite(data4)))){
validate20.errors = [{instancePath:instancePath+"/parentRevision",schemaPath:"#/properties/parentRevision/type",keyword:"type",params:{type: "integer"},message:"must be integer"}];
return false;
}
if(errors === _errs9){
if((typeof data4 == "number") && (isFinite(data4))){
if(data4 < 0 || isNaN(data4)){
validate20.errors = [{instancePath:instancePath+"/parentRevision",schemaPath:"#/properties/parentRevision/minimum",keyword:"minimum",params:{comparison: ">=", limit: 0},message:"must be >= 0"}];
return false;
}
}
}
var valid0 = _errs9 === errors;
}
else {
var valid0 = true;
}
if(valid0){
if(data.createdAt !== undefined){
let data5 = data.createdAt;
const _errs11 = errors;
if(errors === _errs11){
if(typeof data5 === "string"){
if(!pattern5.test(data5)){
validate20.errors = [{instancePath:instancePath+"/createdAt",schemaPath:"#/properties/createdAt/pattern",keyword:"pattern",params:{pattern: "^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"},message:"must match pattern \""+"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/createdAt",schemaPath:"#/properties/createdAt/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid0 = _errs11 === errors;
}
else {
var valid0 = true;
}
if(valid0){
if(data.vehicle !== undefined){
let data6 = data.vehicle;
const _errs13 = errors;
if(errors === _errs13){
if(data6 && typeof data6 == "object" && !Array.isArray(data6)){
let missing1;
if((((data6.name === undefined) && (missing1 = "name")) || ((data6.note === undefined) && (missing1 = "note"))) || ((data6.altitudeM === undefined) && (missing1 = "altitudeM"))){
validate20.errors = [{instancePath:instancePath+"/vehicle",schemaPath:"#/properties/vehicle/required",keyword:"required",params:{missingProperty: missing1},message:"must have required property '"+missing1+"'"}];
return false;
}
else {
const _errs15 = errors;
for(const key1 in data6){
if(!(((key1 === "name") || (key1 === "note")) || (key1 === "altitudeM"))){
validate20.errors = [{instancePath:instancePath+"/vehicle",schemaPath:"#/properties/vehicle/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key1},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs15 === errors){
if(data6.name !== undefined){
let data7 = data6.name;
const _errs16 = errors;
if(errors === _errs16){
if(typeof data7 === "string"){
if(data7.length > 2000){
validate20.errors = [{instancePath:instancePath+"/vehicle/name",schemaPath:"#/properties/vehicle/properties/name/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/vehicle/name",schemaPath:"#/properties/vehicle/properties/name/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid1 = _errs16 === errors;
}
else {
var valid1 = true;
}
if(valid1){
if(data6.note !== undefined){
let data8 = data6.note;
const _errs18 = errors;
if(errors === _errs18){
if(typeof data8 === "string"){
if(data8.length > 2000){
validate20.errors = [{instancePath:instancePath+"/vehicle/note",schemaPath:"#/properties/vehicle/properties/note/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/vehicle/note",schemaPath:"#/properties/vehicle/properties/note/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid1 = _errs18 === errors;
}
else {
var valid1 = true;
}
if(valid1){
if(data6.altitudeM !== undefined){
let data9 = data6.altitudeM;
const _errs20 = errors;
const _errs21 = errors;
let valid2 = false;
const _errs22 = errors;
if(!((typeof data9 == "number") && (isFinite(data9)))){
const err0 = {instancePath:instancePath+"/vehicle/altitudeM",schemaPath:"#/properties/vehicle/properties/altitudeM/anyOf/0/type",keyword:"type",params:{type: "number"},message:"must be number"};
if(vErrors === null){
vErrors = [err0];
}
else {
vErrors.push(err0);
}
errors++;
}
var _valid0 = _errs22 === errors;
valid2 = valid2 || _valid0;
const _errs24 = errors;
if(data9 !== null){
const err1 = {instancePath:instancePath+"/vehicle/altitudeM",schemaPath:"#/properties/vehicle/properties/altitudeM/anyOf/1/type",keyword:"type",params:{type: "null"},message:"must be null"};
if(vErrors === null){
vErrors = [err1];
}
else {
vErrors.push(err1);
}
errors++;
}
var _valid0 = _errs24 === errors;
valid2 = valid2 || _valid0;
if(!valid2){
const err2 = {instancePath:instancePath+"/vehicle/altitudeM",schemaPath:"#/properties/vehicle/properties/altitudeM/anyOf",keyword:"anyOf",params:{},message:"must match a schema in anyOf"};
if(vErrors === null){
vErrors = [err2];
}
else {
vErrors.push(err2);
}
errors++;
validate20.errors = vErrors;
return false;
}
else {
errors = _errs21;
if(vErrors !== null){
if(_errs21){
vErrors.length = _errs21;
}
else {
vErrors = null;
}
}
}
var valid1 = _errs20 === errors;
}
else {
var valid1 = true;
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/vehicle",schemaPath:"#/properties/vehicle/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid0 = _errs13 === errors;
}
else {
var valid0 = true;
}
if(valid0){
if(data.instruments !== undefined){
let data10 = data.instruments;
const _errs26 = errors;
if(errors === _errs26){
if(Array.isArray(data10)){
if(data10.length > 500){
validate20.errors = [{instancePath:instancePath+"/instruments",schemaPath:"#/properties/instruments/maxItems",keyword:"maxItems",params:{limit: 500},message:"must NOT have more than 500 items"}];
return false;
}
else {
var valid3 = true;
const len0 = data10.length;
for(let i0=0; i0<len0; i0++){
let data11 = data10[i0];
const _errs28 = errors;
if(errors === _errs28){
if(data11 && typeof data11 == "object" && !Array.isArray(data11)){
let missing2;
if(((((((((data11.id === undefined) && (missing2 = "id")) || ((data11.name === undefined) && (missing2 = "name"))) || ((data11.kind === undefined) && (missing2 = "kind"))) || ((data11.accuracy === undefined) && (missing2 = "accuracy"))) || ((data11.lagS === undefined) && (missing2 = "lagS"))) || ((data11.iceCheck === undefined) && (missing2 = "iceCheck"))) || ((data11.checkedAt === undefined) && (missing2 = "checkedAt"))) || ((data11.note === undefined) && (missing2 = "note"))){
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0,schemaPath:"#/properties/instruments/items/required",keyword:"required",params:{missingProperty: missing2},message:"must have required property '"+missing2+"'"}];
return false;
}
else {
const _errs30 = errors;
for(const key2 in data11){
if(!((((((((key2 === "id") || (key2 === "name")) || (key2 === "kind")) || (key2 === "accuracy")) || (key2 === "lagS")) || (key2 === "iceCheck")) || (key2 === "checkedAt")) || (key2 === "note"))){
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0,schemaPath:"#/properties/instruments/items/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key2},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs30 === errors){
if(data11.id !== undefined){
let data12 = data11.id;
const _errs31 = errors;
if(errors === _errs31){
if(typeof data12 === "string"){
if(!pattern4.test(data12)){
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/id",schemaPath:"#/properties/instruments/items/properties/id/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/id",schemaPath:"#/properties/instruments/items/properties/id/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid4 = _errs31 === errors;
}
else {
var valid4 = true;
}
if(valid4){
if(data11.name !== undefined){
let data13 = data11.name;
const _errs33 = errors;
if(errors === _errs33){
if(typeof data13 === "string"){
if(data13.length > 2000){
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/name",schemaPath:"#/properties/instruments/items/properties/name/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/name",schemaPath:"#/properties/instruments/items/properties/name/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid4 = _errs33 === errors;
}
else {
var valid4 = true;
}
if(valid4){
if(data11.kind !== undefined){
let data14 = data11.kind;
const _errs35 = errors;
if(!(((data14 === "meter") || (data14 === "thermometer")) || (data14 === "barometer"))){
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/kind",schemaPath:"#/properties/instruments/items/properties/kind/enum",keyword:"enum",params:{allowedValues: schema31.properties.instruments.items.properties.kind.enum},message:"must be equal to one of the allowed values"}];
return false;
}
var valid4 = _errs35 === errors;
}
else {
var valid4 = true;
}
if(valid4){
if(data11.accuracy !== undefined){
let data15 = data11.accuracy;
const _errs36 = errors;
if(errors === _errs36){
if(data15 && typeof data15 == "object" && !Array.isArray(data15)){
let missing3;
if(((((data15.percent === undefined) && (missing3 = "percent")) || ((data15.digits === undefined) && (missing3 = "digits"))) || ((data15.offset === undefined) && (missing3 = "offset"))) || ((data15.commonShare === undefined) && (missing3 = "commonShare"))){
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/accuracy",schemaPath:"#/properties/instruments/items/properties/accuracy/required",keyword:"required",params:{missingProperty: missing3},message:"must have required property '"+missing3+"'"}];
return false;
}
else {
const _errs38 = errors;
for(const key3 in data15){
if(!((((key3 === "percent") || (key3 === "digits")) || (key3 === "offset")) || (key3 === "commonShare"))){
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/accuracy",schemaPath:"#/properties/instruments/items/properties/accuracy/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key3},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs38 === errors){
if(data15.percent !== undefined){
let data16 = data15.percent;
const _errs39 = errors;
if(errors === _errs39){
if((typeof data16 == "number") && (isFinite(data16))){
if(data16 < 0 || isNaN(data16)){
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/accuracy/percent",schemaPath:"#/properties/instruments/items/properties/accuracy/properties/percent/minimum",keyword:"minimum",params:{comparison: ">=", limit: 0},message:"must be >= 0"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/accuracy/percent",schemaPath:"#/properties/instruments/items/properties/accuracy/properties/percent/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
}
var valid5 = _errs39 === errors;
}
else {
var valid5 = true;
}
if(valid5){
if(data15.digits !== undefined){
let data17 = data15.digits;
const _errs41 = errors;
if(errors === _errs41){
if((typeof data17 == "number") && (isFinite(data17))){
if(data17 < 0 || isNaN(data17)){
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/accuracy/digits",schemaPath:"#/properties/instruments/items/properties/accuracy/properties/digits/minimum",keyword:"minimum",params:{comparison: ">=", limit: 0},message:"must be >= 0"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/accuracy/digits",schemaPath:"#/properties/instruments/items/properties/accuracy/properties/digits/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
}
var valid5 = _errs41 === errors;
}
else {
var valid5 = true;
}
if(valid5){
if(data15.offset !== undefined){
let data18 = data15.offset;
const _errs43 = errors;
if(errors === _errs43){
if((typeof data18 == "number") && (isFinite(data18))){
if(data18 < 0 || isNaN(data18)){
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/accuracy/offset",schemaPath:"#/properties/instruments/items/properties/accuracy/properties/offset/minimum",keyword:"minimum",params:{comparison: ">=", limit: 0},message:"must be >= 0"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/accuracy/offset",schemaPath:"#/properties/instruments/items/properties/accuracy/properties/offset/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
}
var valid5 = _errs43 === errors;
}
else {
var valid5 = true;
}
if(valid5){
if(data15.commonShare !== undefined){
let data19 = data15.commonShare;
const _errs45 = errors;
if(errors === _errs45){
if((typeof data19 == "number") && (isFinite(data19))){
if(data19 > 1 || isNaN(data19)){
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/accuracy/commonShare",schemaPath:"#/properties/instruments/items/properties/accuracy/properties/commonShare/maximum",keyword:"maximum",params:{comparison: "<=", limit: 1},message:"must be <= 1"}];
return false;
}
else {
if(data19 < 0 || isNaN(data19)){
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/accuracy/commonShare",schemaPath:"#/properties/instruments/items/properties/accuracy/properties/commonShare/minimum",keyword:"minimum",params:{comparison: ">=", limit: 0},message:"must be >= 0"}];
return false;
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/accuracy/commonShare",schemaPath:"#/properties/instruments/items/properties/accuracy/properties/commonShare/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
}
var valid5 = _errs45 === errors;
}
else {
var valid5 = true;
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/accuracy",schemaPath:"#/properties/instruments/items/properties/accuracy/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid4 = _errs36 === errors;
}
else {
var valid4 = true;
}
if(valid4){
if(data11.lagS !== undefined){
let data20 = data11.lagS;
const _errs47 = errors;
const _errs48 = errors;
let valid6 = false;
const _errs49 = errors;
if(errors === _errs49){
if((typeof data20 == "number") && (isFinite(data20))){
if(data20 < 0 || isNaN(data20)){
const err3 = {instancePath:instancePath+"/instruments/" + i0+"/lagS",schemaPath:"#/properties/instruments/items/properties/lagS/anyOf/0/minimum",keyword:"minimum",params:{comparison: ">=", limit: 0},message:"must be >= 0"};
if(vErrors === null){
vErrors = [err3];
}
else {
vErrors.push(err3);
}
errors++;
}
}
else {
const err4 = {instancePath:instancePath+"/instruments/" + i0+"/lagS",schemaPath:"#/properties/instruments/items/properties/lagS/anyOf/0/type",keyword:"type",params:{type: "number"},message:"must be number"};
if(vErrors === null){
vErrors = [err4];
}
else {
vErrors.push(err4);
}
errors++;
}
}
var _valid1 = _errs49 === errors;
valid6 = valid6 || _valid1;
const _errs51 = errors;
if(data20 !== null){
const err5 = {instancePath:instancePath+"/instruments/" + i0+"/lagS",schemaPath:"#/properties/instruments/items/properties/lagS/anyOf/1/type",keyword:"type",params:{type: "null"},message:"must be null"};
if(vErrors === null){
vErrors = [err5];
}
else {
vErrors.push(err5);
}
errors++;
}
var _valid1 = _errs51 === errors;
valid6 = valid6 || _valid1;
if(!valid6){
const err6 = {instancePath:instancePath+"/instruments/" + i0+"/lagS",schemaPath:"#/properties/instruments/items/properties/lagS/anyOf",keyword:"anyOf",params:{},message:"must match a schema in anyOf"};
if(vErrors === null){
vErrors = [err6];
}
else {
vErrors.push(err6);
}
errors++;
validate20.errors = vErrors;
return false;
}
else {
errors = _errs48;
if(vErrors !== null){
if(_errs48){
vErrors.length = _errs48;
}
else {
vErrors = null;
}
}
}
var valid4 = _errs47 === errors;
}
else {
var valid4 = true;
}
if(valid4){
if(data11.iceCheck !== undefined){
let data21 = data11.iceCheck;
const _errs53 = errors;
const _errs54 = errors;
let valid7 = false;
const _errs55 = errors;
if(errors === _errs55){
if(data21 && typeof data21 == "object" && !Array.isArray(data21)){
let missing4;
if(((data21.readC === undefined) && (missing4 = "readC")) || ((data21.at === undefined) && (missing4 = "at"))){
const err7 = {instancePath:instancePath+"/instruments/" + i0+"/iceCheck",schemaPath:"#/properties/instruments/items/properties/iceCheck/anyOf/0/required",keyword:"required",params:{missingProperty: missing4},message:"must have required property '"+missing4+"'"};
if(vErrors === null){
vErrors = [err7];
}
else {
vErrors.push(err7);
}
errors++;
}
else {
const _errs57 = errors;
for(const key4 in data21){
if(!((key4 === "readC") || (key4 === "at"))){
const err8 = {instancePath:instancePath+"/instruments/" + i0+"/iceCheck",schemaPath:"#/properties/instruments/items/properties/iceCheck/anyOf/0/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key4},message:"must NOT have additional properties"};
if(vErrors === null){
vErrors = [err8];
}
else {
vErrors.push(err8);
}
errors++;
break;
}
}
if(_errs57 === errors){
if(data21.readC !== undefined){
let data22 = data21.readC;
const _errs58 = errors;
if(!((typeof data22 == "number") && (isFinite(data22)))){
const err9 = {instancePath:instancePath+"/instruments/" + i0+"/iceCheck/readC",schemaPath:"#/properties/instruments/items/properties/iceCheck/anyOf/0/properties/readC/type",keyword:"type",params:{type: "number"},message:"must be number"};
if(vErrors === null){
vErrors = [err9];
}
else {
vErrors.push(err9);
}
errors++;
}
var valid8 = _errs58 === errors;
}
else {
var valid8 = true;
}
if(valid8){
if(data21.at !== undefined){
let data23 = data21.at;
const _errs60 = errors;
if(errors === _errs60){
if(typeof data23 === "string"){
if(!pattern5.test(data23)){
const err10 = {instancePath:instancePath+"/instruments/" + i0+"/iceCheck/at",schemaPath:"#/properties/instruments/items/properties/iceCheck/anyOf/0/properties/at/pattern",keyword:"pattern",params:{pattern: "^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"},message:"must match pattern \""+"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"+"\""};
if(vErrors === null){
vErrors = [err10];
}
else {
vErrors.push(err10);
}
errors++;
}
}
else {
const err11 = {instancePath:instancePath+"/instruments/" + i0+"/iceCheck/at",schemaPath:"#/properties/instruments/items/properties/iceCheck/anyOf/0/properties/at/type",keyword:"type",params:{type: "string"},message:"must be string"};
if(vErrors === null){
vErrors = [err11];
}
else {
vErrors.push(err11);
}
errors++;
}
}
var valid8 = _errs60 === errors;
}
else {
var valid8 = true;
}
}
}
}
}
else {
const err12 = {instancePath:instancePath+"/instruments/" + i0+"/iceCheck",schemaPath:"#/properties/instruments/items/properties/iceCheck/anyOf/0/type",keyword:"type",params:{type: "object"},message:"must be object"};
if(vErrors === null){
vErrors = [err12];
}
else {
vErrors.push(err12);
}
errors++;
}
}
var _valid2 = _errs55 === errors;
valid7 = valid7 || _valid2;
const _errs62 = errors;
if(data21 !== null){
const err13 = {instancePath:instancePath+"/instruments/" + i0+"/iceCheck",schemaPath:"#/properties/instruments/items/properties/iceCheck/anyOf/1/type",keyword:"type",params:{type: "null"},message:"must be null"};
if(vErrors === null){
vErrors = [err13];
}
else {
vErrors.push(err13);
}
errors++;
}
var _valid2 = _errs62 === errors;
valid7 = valid7 || _valid2;
if(!valid7){
const err14 = {instancePath:instancePath+"/instruments/" + i0+"/iceCheck",schemaPath:"#/properties/instruments/items/properties/iceCheck/anyOf",keyword:"anyOf",params:{},message:"must match a schema in anyOf"};
if(vErrors === null){
vErrors = [err14];
}
else {
vErrors.push(err14);
}
errors++;
validate20.errors = vErrors;
return false;
}
else {
errors = _errs54;
if(vErrors !== null){
if(_errs54){
vErrors.length = _errs54;
}
else {
vErrors = null;
}
}
}
var valid4 = _errs53 === errors;
}
else {
var valid4 = true;
}
if(valid4){
if(data11.checkedAt !== undefined){
let data24 = data11.checkedAt;
const _errs64 = errors;
const _errs65 = errors;
let valid9 = false;
const _errs66 = errors;
if(errors === _errs66){
if(typeof data24 === "string"){
if(!pattern5.test(data24)){
const err15 = {instancePath:instancePath+"/instruments/" + i0+"/checkedAt",schemaPath:"#/properties/instruments/items/properties/checkedAt/anyOf/0/pattern",keyword:"pattern",params:{pattern: "^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"},message:"must match pattern \""+"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"+"\""};
if(vErrors === null){
vErrors = [err15];
}
else {
vErrors.push(err15);
}
errors++;
}
}
else {
const err16 = {instancePath:instancePath+"/instruments/" + i0+"/checkedAt",schemaPath:"#/properties/instruments/items/properties/checkedAt/anyOf/0/type",keyword:"type",params:{type: "string"},message:"must be string"};
if(vErrors === null){
vErrors = [err16];
}
else {
vErrors.push(err16);
}
errors++;
}
}
var _valid3 = _errs66 === errors;
valid9 = valid9 || _valid3;
const _errs68 = errors;
if(data24 !== null){
const err17 = {instancePath:instancePath+"/instruments/" + i0+"/checkedAt",schemaPath:"#/properties/instruments/items/properties/checkedAt/anyOf/1/type",keyword:"type",params:{type: "null"},message:"must be null"};
if(vErrors === null){
vErrors = [err17];
}
else {
vErrors.push(err17);
}
errors++;
}
var _valid3 = _errs68 === errors;
valid9 = valid9 || _valid3;
if(!valid9){
const err18 = {instancePath:instancePath+"/instruments/" + i0+"/checkedAt",schemaPath:"#/properties/instruments/items/properties/checkedAt/anyOf",keyword:"anyOf",params:{},message:"must match a schema in anyOf"};
if(vErrors === null){
vErrors = [err18];
}
else {
vErrors.push(err18);
}
errors++;
validate20.errors = vErrors;
return false;
}
else {
errors = _errs65;
if(vErrors !== null){
if(_errs65){
vErrors.length = _errs65;
}
else {
vErrors = null;
}
}
}
var valid4 = _errs64 === errors;
}
else {
var valid4 = true;
}
if(valid4){
if(data11.note !== undefined){
let data25 = data11.note;
const _errs70 = errors;
if(errors === _errs70){
if(typeof data25 === "string"){
if(data25.length > 2000){
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/note",schemaPath:"#/properties/instruments/items/properties/note/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0+"/note",schemaPath:"#/properties/instruments/items/properties/note/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid4 = _errs70 === errors;
}
else {
var valid4 = true;
}
}
}
}
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/instruments/" + i0,schemaPath:"#/properties/instruments/items/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid3 = _errs28 === errors;
if(!valid3){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/instruments",schemaPath:"#/properties/instruments/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid0 = _errs26 === errors;
}
else {
var valid0 = true;
}
if(valid0){
if(data.devices !== undefined){
let data26 = data.devices;
const _errs72 = errors;
if(errors === _errs72){
if(Array.isArray(data26)){
if(data26.length > 500){
validate20.errors = [{instancePath:instancePath+"/devices",schemaPath:"#/properties/devices/maxItems",keyword:"maxItems",params:{limit: 500},message:"must NOT have more than 500 items"}];
return false;
}
else {
var valid10 = true;
const len1 = data26.length;
for(let i1=0; i1<len1; i1++){
let data27 = data26[i1];
const _errs74 = errors;
if(errors === _errs74){
if(data27 && typeof data27 == "object" && !Array.isArray(data27)){
let missing5;
if((((((data27.id === undefined) && (missing5 = "id")) || ((data27.name === undefined) && (missing5 = "name"))) || ((data27.kind === undefined) && (missing5 = "kind"))) || ((data27.note === undefined) && (missing5 = "note"))) || ((data27.inputs === undefined) && (missing5 = "inputs"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1,schemaPath:"#/properties/devices/items/required",keyword:"required",params:{missingProperty: missing5},message:"must have required property '"+missing5+"'"}];
return false;
}
else {
const _errs76 = errors;
for(const key5 in data27){
if(!(((((key5 === "id") || (key5 === "name")) || (key5 === "kind")) || (key5 === "note")) || (key5 === "inputs"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1,schemaPath:"#/properties/devices/items/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key5},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs76 === errors){
if(data27.id !== undefined){
let data28 = data27.id;
const _errs77 = errors;
if(errors === _errs77){
if(typeof data28 === "string"){
if(!pattern4.test(data28)){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/id",schemaPath:"#/properties/devices/items/properties/id/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/id",schemaPath:"#/properties/devices/items/properties/id/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid11 = _errs77 === errors;
}
else {
var valid11 = true;
}
if(valid11){
if(data27.name !== undefined){
let data29 = data27.name;
const _errs79 = errors;
if(errors === _errs79){
if(typeof data29 === "string"){
if(data29.length > 2000){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/name",schemaPath:"#/properties/devices/items/properties/name/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/name",schemaPath:"#/properties/devices/items/properties/name/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid11 = _errs79 === errors;
}
else {
var valid11 = true;
}
if(valid11){
if(data27.kind !== undefined){
let data30 = data27.kind;
const _errs81 = errors;
if(!((((data30 === "ecu") || (data30 === "display")) || (data30 === "gauge")) || (data30 === "other"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/kind",schemaPath:"#/properties/devices/items/properties/kind/enum",keyword:"enum",params:{allowedValues: schema31.properties.devices.items.properties.kind.enum},message:"must be equal to one of the allowed values"}];
return false;
}
var valid11 = _errs81 === errors;
}
else {
var valid11 = true;
}
if(valid11){
if(data27.note !== undefined){
let data31 = data27.note;
const _errs82 = errors;
if(errors === _errs82){
if(typeof data31 === "string"){
if(data31.length > 2000){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/note",schemaPath:"#/properties/devices/items/properties/note/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/note",schemaPath:"#/properties/devices/items/properties/note/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid11 = _errs82 === errors;
}
else {
var valid11 = true;
}
if(valid11){
if(data27.inputs !== undefined){
let data32 = data27.inputs;
const _errs84 = errors;
if(errors === _errs84){
if(Array.isArray(data32)){
if(data32.length > 200){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs",schemaPath:"#/properties/devices/items/properties/inputs/maxItems",keyword:"maxItems",params:{limit: 200},message:"must NOT have more than 200 items"}];
return false;
}
else {
var valid12 = true;
const len2 = data32.length;
for(let i2=0; i2<len2; i2++){
let data33 = data32[i2];
const _errs86 = errors;
if(errors === _errs86){
if(data33 && typeof data33 == "object" && !Array.isArray(data33)){
let missing6;
if(((((((((data33.id === undefined) && (missing6 = "id")) || ((data33.pin === undefined) && (missing6 = "pin"))) || ((data33.bits === undefined) && (missing6 = "bits"))) || ((data33.referenceV === undefined) && (missing6 = "referenceV"))) || ((data33.referenceTolerance === undefined) && (missing6 = "referenceTolerance"))) || ((data33.pulls === undefined) && (missing6 = "pulls"))) || ((data33.limitV === undefined) && (missing6 = "limitV"))) || ((data33.table === undefined) && (missing6 = "table"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2,schemaPath:"#/properties/devices/items/properties/inputs/items/required",keyword:"required",params:{missingProperty: missing6},message:"must have required property '"+missing6+"'"}];
return false;
}
else {
const _errs88 = errors;
for(const key6 in data33){
if(!((((((((key6 === "id") || (key6 === "pin")) || (key6 === "bits")) || (key6 === "referenceV")) || (key6 === "referenceTolerance")) || (key6 === "pulls")) || (key6 === "limitV")) || (key6 === "table"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2,schemaPath:"#/properties/devices/items/properties/inputs/items/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key6},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs88 === errors){
if(data33.id !== undefined){
let data34 = data33.id;
const _errs89 = errors;
if(errors === _errs89){
if(typeof data34 === "string"){
if(!pattern4.test(data34)){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/id",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/id/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/id",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/id/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid13 = _errs89 === errors;
}
else {
var valid13 = true;
}
if(valid13){
if(data33.pin !== undefined){
let data35 = data33.pin;
const _errs91 = errors;
if(errors === _errs91){
if(typeof data35 === "string"){
if(data35.length > 2000){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pin",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pin/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pin",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pin/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid13 = _errs91 === errors;
}
else {
var valid13 = true;
}
if(valid13){
if(data33.bits !== undefined){
let data36 = data33.bits;
const _errs93 = errors;
const _errs94 = errors;
let valid14 = false;
const _errs95 = errors;
if(!(((typeof data36 == "number") && (!(data36 % 1) && !isNaN(data36))) && (isFinite(data36)))){
const err19 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/bits",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/bits/anyOf/0/type",keyword:"type",params:{type: "integer"},message:"must be integer"};
if(vErrors === null){
vErrors = [err19];
}
else {
vErrors.push(err19);
}
errors++;
}
if(errors === _errs95){
if((typeof data36 == "number") && (isFinite(data36))){
if(data36 > 24 || isNaN(data36)){
const err20 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/bits",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/bits/anyOf/0/maximum",keyword:"maximum",params:{comparison: "<=", limit: 24},message:"must be <= 24"};
if(vErrors === null){
vErrors = [err20];
}
else {
vErrors.push(err20);
}
errors++;
}
else {
if(data36 < 4 || isNaN(data36)){
const err21 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/bits",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/bits/anyOf/0/minimum",keyword:"minimum",params:{comparison: ">=", limit: 4},message:"must be >= 4"};
if(vErrors === null){
vErrors = [err21];
}
else {
vErrors.push(err21);
}
errors++;
}
}
}
}
var _valid4 = _errs95 === errors;
valid14 = valid14 || _valid4;
const _errs97 = errors;
if(data36 !== null){
const err22 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/bits",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/bits/anyOf/1/type",keyword:"type",params:{type: "null"},message:"must be null"};
if(vErrors === null){
vErrors = [err22];
}
else {
vErrors.push(err22);
}
errors++;
}
var _valid4 = _errs97 === errors;
valid14 = valid14 || _valid4;
if(!valid14){
const err23 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/bits",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/bits/anyOf",keyword:"anyOf",params:{},message:"must match a schema in anyOf"};
if(vErrors === null){
vErrors = [err23];
}
else {
vErrors.push(err23);
}
errors++;
validate20.errors = vErrors;
return false;
}
else {
errors = _errs94;
if(vErrors !== null){
if(_errs94){
vErrors.length = _errs94;
}
else {
vErrors = null;
}
}
}
var valid13 = _errs93 === errors;
}
else {
var valid13 = true;
}
if(valid13){
if(data33.referenceV !== undefined){
let data37 = data33.referenceV;
const _errs99 = errors;
if(errors === _errs99){
if(data37 && typeof data37 == "object" && !Array.isArray(data37)){
let missing7;
if((((data37.value === undefined) && (missing7 = "value")) || ((data37.basis === undefined) && (missing7 = "basis"))) || ((data37.from === undefined) && (missing7 = "from"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/referenceV",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/referenceV/required",keyword:"required",params:{missingProperty: missing7},message:"must have required property '"+missing7+"'"}];
return false;
}
else {
const _errs101 = errors;
for(const key7 in data37){
if(!(((key7 === "value") || (key7 === "basis")) || (key7 === "from"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/referenceV",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/referenceV/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key7},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs101 === errors){
if(data37.value !== undefined){
let data38 = data37.value;
const _errs102 = errors;
if(errors === _errs102){
if((typeof data38 == "number") && (isFinite(data38))){
if(data38 <= 0 || isNaN(data38)){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/referenceV/value",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/referenceV/properties/value/exclusiveMinimum",keyword:"exclusiveMinimum",params:{comparison: ">", limit: 0},message:"must be > 0"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/referenceV/value",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/referenceV/properties/value/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
}
var valid15 = _errs102 === errors;
}
else {
var valid15 = true;
}
if(valid15){
if(data37.basis !== undefined){
let data39 = data37.basis;
const _errs104 = errors;
if(!((data39 === "assumed") || (data39 === "measured"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/referenceV/basis",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/referenceV/properties/basis/enum",keyword:"enum",params:{allowedValues: schema31.properties.devices.items.properties.inputs.items.properties.referenceV.properties.basis.enum},message:"must be equal to one of the allowed values"}];
return false;
}
var valid15 = _errs104 === errors;
}
else {
var valid15 = true;
}
if(valid15){
if(data37.from !== undefined){
let data40 = data37.from;
const _errs105 = errors;
if(errors === _errs105){
if(Array.isArray(data40)){
if(data40.length > 20000){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/referenceV/from",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/referenceV/properties/from/maxItems",keyword:"maxItems",params:{limit: 20000},message:"must NOT have more than 20000 items"}];
return false;
}
else {
var valid16 = true;
const len3 = data40.length;
for(let i3=0; i3<len3; i3++){
let data41 = data40[i3];
const _errs107 = errors;
if(errors === _errs107){
if(typeof data41 === "string"){
if(!pattern4.test(data41)){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/referenceV/from/" + i3,schemaPath:"#/properties/devices/items/properties/inputs/items/properties/referenceV/properties/from/items/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/referenceV/from/" + i3,schemaPath:"#/properties/devices/items/properties/inputs/items/properties/referenceV/properties/from/items/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid16 = _errs107 === errors;
if(!valid16){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/referenceV/from",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/referenceV/properties/from/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid15 = _errs105 === errors;
}
else {
var valid15 = true;
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/referenceV",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/referenceV/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid13 = _errs99 === errors;
}
else {
var valid13 = true;
}
if(valid13){
if(data33.referenceTolerance !== undefined){
let data42 = data33.referenceTolerance;
const _errs109 = errors;
if(errors === _errs109){
if((typeof data42 == "number") && (isFinite(data42))){
if(data42 < 0 || isNaN(data42)){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/referenceTolerance",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/referenceTolerance/minimum",keyword:"minimum",params:{comparison: ">=", limit: 0},message:"must be >= 0"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/referenceTolerance",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/referenceTolerance/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
}
var valid13 = _errs109 === errors;
}
else {
var valid13 = true;
}
if(valid13){
if(data33.pulls !== undefined){
let data43 = data33.pulls;
const _errs111 = errors;
if(errors === _errs111){
if(Array.isArray(data43)){
if(data43.length > 16){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/maxItems",keyword:"maxItems",params:{limit: 16},message:"must NOT have more than 16 items"}];
return false;
}
else {
var valid17 = true;
const len4 = data43.length;
for(let i4=0; i4<len4; i4++){
let data44 = data43[i4];
const _errs113 = errors;
if(errors === _errs113){
if(data44 && typeof data44 == "object" && !Array.isArray(data44)){
let missing8;
if(((((((((data44.id === undefined) && (missing8 = "id")) || ((data44.name === undefined) && (missing8 = "name"))) || ((data44.ohm === undefined) && (missing8 = "ohm"))) || ((data44.tolerance === undefined) && (missing8 = "tolerance"))) || ((data44.railV === undefined) && (missing8 = "railV"))) || ((data44.toReference === undefined) && (missing8 = "toReference"))) || ((data44.kind === undefined) && (missing8 = "kind"))) || ((data44.on === undefined) && (missing8 = "on"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4,schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/required",keyword:"required",params:{missingProperty: missing8},message:"must have required property '"+missing8+"'"}];
return false;
}
else {
const _errs115 = errors;
for(const key8 in data44){
if(!((((((((key8 === "id") || (key8 === "name")) || (key8 === "ohm")) || (key8 === "tolerance")) || (key8 === "railV")) || (key8 === "toReference")) || (key8 === "kind")) || (key8 === "on"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4,schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key8},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs115 === errors){
if(data44.id !== undefined){
let data45 = data44.id;
const _errs116 = errors;
if(errors === _errs116){
if(typeof data45 === "string"){
if(!pattern4.test(data45)){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/id",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/id/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/id",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/id/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid18 = _errs116 === errors;
}
else {
var valid18 = true;
}
if(valid18){
if(data44.name !== undefined){
let data46 = data44.name;
const _errs118 = errors;
if(errors === _errs118){
if(typeof data46 === "string"){
if(data46.length > 2000){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/name",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/name/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/name",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/name/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid18 = _errs118 === errors;
}
else {
var valid18 = true;
}
if(valid18){
if(data44.ohm !== undefined){
let data47 = data44.ohm;
const _errs120 = errors;
if(errors === _errs120){
if(data47 && typeof data47 == "object" && !Array.isArray(data47)){
let missing9;
if((((data47.value === undefined) && (missing9 = "value")) || ((data47.basis === undefined) && (missing9 = "basis"))) || ((data47.from === undefined) && (missing9 = "from"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/ohm",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/ohm/required",keyword:"required",params:{missingProperty: missing9},message:"must have required property '"+missing9+"'"}];
return false;
}
else {
const _errs122 = errors;
for(const key9 in data47){
if(!(((key9 === "value") || (key9 === "basis")) || (key9 === "from"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/ohm",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/ohm/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key9},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs122 === errors){
if(data47.value !== undefined){
let data48 = data47.value;
const _errs123 = errors;
if(errors === _errs123){
if((typeof data48 == "number") && (isFinite(data48))){
if(data48 <= 0 || isNaN(data48)){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/ohm/value",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/ohm/properties/value/exclusiveMinimum",keyword:"exclusiveMinimum",params:{comparison: ">", limit: 0},message:"must be > 0"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/ohm/value",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/ohm/properties/value/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
}
var valid19 = _errs123 === errors;
}
else {
var valid19 = true;
}
if(valid19){
if(data47.basis !== undefined){
let data49 = data47.basis;
const _errs125 = errors;
if(!((data49 === "assumed") || (data49 === "measured"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/ohm/basis",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/ohm/properties/basis/enum",keyword:"enum",params:{allowedValues: schema31.properties.devices.items.properties.inputs.items.properties.pulls.items.properties.ohm.properties.basis.enum},message:"must be equal to one of the allowed values"}];
return false;
}
var valid19 = _errs125 === errors;
}
else {
var valid19 = true;
}
if(valid19){
if(data47.from !== undefined){
let data50 = data47.from;
const _errs126 = errors;
if(errors === _errs126){
if(Array.isArray(data50)){
if(data50.length > 20000){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/ohm/from",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/ohm/properties/from/maxItems",keyword:"maxItems",params:{limit: 20000},message:"must NOT have more than 20000 items"}];
return false;
}
else {
var valid20 = true;
const len5 = data50.length;
for(let i5=0; i5<len5; i5++){
let data51 = data50[i5];
const _errs128 = errors;
if(errors === _errs128){
if(typeof data51 === "string"){
if(!pattern4.test(data51)){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/ohm/from/" + i5,schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/ohm/properties/from/items/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/ohm/from/" + i5,schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/ohm/properties/from/items/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid20 = _errs128 === errors;
if(!valid20){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/ohm/from",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/ohm/properties/from/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid19 = _errs126 === errors;
}
else {
var valid19 = true;
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/ohm",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/ohm/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid18 = _errs120 === errors;
}
else {
var valid18 = true;
}
if(valid18){
if(data44.tolerance !== undefined){
let data52 = data44.tolerance;
const _errs130 = errors;
if(errors === _errs130){
if((typeof data52 == "number") && (isFinite(data52))){
if(data52 > 0.5 || isNaN(data52)){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/tolerance",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/tolerance/maximum",keyword:"maximum",params:{comparison: "<=", limit: 0.5},message:"must be <= 0.5"}];
return false;
}
else {
if(data52 < 0 || isNaN(data52)){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/tolerance",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/tolerance/minimum",keyword:"minimum",params:{comparison: ">=", limit: 0},message:"must be >= 0"}];
return false;
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/tolerance",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/tolerance/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
}
var valid18 = _errs130 === errors;
}
else {
var valid18 = true;
}
if(valid18){
if(data44.railV !== undefined){
let data53 = data44.railV;
const _errs132 = errors;
if(errors === _errs132){
if(data53 && typeof data53 == "object" && !Array.isArray(data53)){
let missing10;
if((((data53.value === undefined) && (missing10 = "value")) || ((data53.basis === undefined) && (missing10 = "basis"))) || ((data53.from === undefined) && (missing10 = "from"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/railV",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/railV/required",keyword:"required",params:{missingProperty: missing10},message:"must have required property '"+missing10+"'"}];
return false;
}
else {
const _errs134 = errors;
for(const key10 in data53){
if(!(((key10 === "value") || (key10 === "basis")) || (key10 === "from"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/railV",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/railV/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key10},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs134 === errors){
if(data53.value !== undefined){
let data54 = data53.value;
const _errs135 = errors;
if(errors === _errs135){
if((typeof data54 == "number") && (isFinite(data54))){
if(data54 <= 0 || isNaN(data54)){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/railV/value",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/railV/properties/value/exclusiveMinimum",keyword:"exclusiveMinimum",params:{comparison: ">", limit: 0},message:"must be > 0"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/railV/value",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/railV/properties/value/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
}
var valid21 = _errs135 === errors;
}
else {
var valid21 = true;
}
if(valid21){
if(data53.basis !== undefined){
let data55 = data53.basis;
const _errs137 = errors;
if(!((data55 === "assumed") || (data55 === "measured"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/railV/basis",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/railV/properties/basis/enum",keyword:"enum",params:{allowedValues: schema31.properties.devices.items.properties.inputs.items.properties.pulls.items.properties.railV.properties.basis.enum},message:"must be equal to one of the allowed values"}];
return false;
}
var valid21 = _errs137 === errors;
}
else {
var valid21 = true;
}
if(valid21){
if(data53.from !== undefined){
let data56 = data53.from;
const _errs138 = errors;
if(errors === _errs138){
if(Array.isArray(data56)){
if(data56.length > 20000){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/railV/from",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/railV/properties/from/maxItems",keyword:"maxItems",params:{limit: 20000},message:"must NOT have more than 20000 items"}];
return false;
}
else {
var valid22 = true;
const len6 = data56.length;
for(let i6=0; i6<len6; i6++){
let data57 = data56[i6];
const _errs140 = errors;
if(errors === _errs140){
if(typeof data57 === "string"){
if(!pattern4.test(data57)){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/railV/from/" + i6,schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/railV/properties/from/items/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/railV/from/" + i6,schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/railV/properties/from/items/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid22 = _errs140 === errors;
if(!valid22){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/railV/from",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/railV/properties/from/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid21 = _errs138 === errors;
}
else {
var valid21 = true;
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/railV",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/railV/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid18 = _errs132 === errors;
}
else {
var valid18 = true;
}
if(valid18){
if(data44.toReference !== undefined){
const _errs142 = errors;
if(typeof data44.toReference !== "boolean"){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/toReference",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/toReference/type",keyword:"type",params:{type: "boolean"},message:"must be boolean"}];
return false;
}
var valid18 = _errs142 === errors;
}
else {
var valid18 = true;
}
if(valid18){
if(data44.kind !== undefined){
let data59 = data44.kind;
const _errs144 = errors;
if(!(((data59 === "fixed") || (data59 === "switchable")) || (data59 === "fitted"))){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/kind",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/kind/enum",keyword:"enum",params:{allowedValues: schema31.properties.devices.items.properties.inputs.items.properties.pulls.items.properties.kind.enum},message:"must be equal to one of the allowed values"}];
return false;
}
var valid18 = _errs144 === errors;
}
else {
var valid18 = true;
}
if(valid18){
if(data44.on !== undefined){
const _errs145 = errors;
if(typeof data44.on !== "boolean"){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4+"/on",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/properties/on/type",keyword:"type",params:{type: "boolean"},message:"must be boolean"}];
return false;
}
var valid18 = _errs145 === errors;
}
else {
var valid18 = true;
}
}
}
}
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls/" + i4,schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/items/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid17 = _errs113 === errors;
if(!valid17){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/pulls",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/pulls/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid13 = _errs111 === errors;
}
else {
var valid13 = true;
}
if(valid13){
if(data33.limitV !== undefined){
let data61 = data33.limitV;
const _errs147 = errors;
if(errors === _errs147){
if((typeof data61 == "number") && (isFinite(data61))){
if(data61 <= 0 || isNaN(data61)){
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/limitV",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/limitV/exclusiveMinimum",keyword:"exclusiveMinimum",params:{comparison: ">", limit: 0},message:"must be > 0"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/limitV",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/limitV/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
}
var valid13 = _errs147 === errors;
}
else {
var valid13 = true;
}
if(valid13){
if(data33.table !== undefined){
let data62 = data33.table;
const _errs149 = errors;
const _errs150 = errors;
let valid23 = false;
const _errs151 = errors;
if(errors === _errs151){
if(data62 && typeof data62 == "object" && !Array.isArray(data62)){
let missing11;
if(((((((((((((((data62.form === undefined) && (missing11 = "form")) || ((data62.cells === undefined) && (missing11 = "cells"))) || ((data62.axis === undefined) && (missing11 = "axis"))) || ((data62.axisStep === undefined) && (missing11 = "axisStep"))) || ((data62.axisRange === undefined) && (missing11 = "axisRange"))) || ((data62.direction === undefined) && (missing11 = "direction"))) || ((data62.axisFixed === undefined) && (missing11 = "axisFixed"))) || ((data62.valueUnit === undefined) && (missing11 = "valueUnit"))) || ((data62.valueStep === undefined) && (missing11 = "valueStep"))) || ((data62.valueRange === undefined) && (missing11 = "valueRange"))) || ((data62.beyond === undefined) && (missing11 = "beyond"))) || ((data62.onOpen === undefined) && (missing11 = "onOpen"))) || ((data62.onShort === undefined) && (missing11 = "onShort"))) || ((data62.entered === undefined) && (missing11 = "entered"))){
const err24 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/required",keyword:"required",params:{missingProperty: missing11},message:"must have required property '"+missing11+"'"};
if(vErrors === null){
vErrors = [err24];
}
else {
vErrors.push(err24);
}
errors++;
}
else {
const _errs153 = errors;
for(const key11 in data62){
if(!(func1.call(schema31.properties.devices.items.properties.inputs.items.properties.table.anyOf[0].properties, key11))){
const err25 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key11},message:"must NOT have additional properties"};
if(vErrors === null){
vErrors = [err25];
}
else {
vErrors.push(err25);
}
errors++;
break;
}
}
if(_errs153 === errors){
if(data62.form !== undefined){
let data63 = data62.form;
const _errs154 = errors;
if(!(((data63 === "table") || (data63 === "pairs")) || (data63 === "coefficients"))){
const err26 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/form",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/form/enum",keyword:"enum",params:{allowedValues: schema31.properties.devices.items.properties.inputs.items.properties.table.anyOf[0].properties.form.enum},message:"must be equal to one of the allowed values"};
if(vErrors === null){
vErrors = [err26];
}
else {
vErrors.push(err26);
}
errors++;
}
var valid24 = _errs154 === errors;
}
else {
var valid24 = true;
}
if(valid24){
if(data62.cells !== undefined){
let data64 = data62.cells;
const _errs155 = errors;
if(!(((typeof data64 == "number") && (!(data64 % 1) && !isNaN(data64))) && (isFinite(data64)))){
const err27 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/cells",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/cells/type",keyword:"type",params:{type: "integer"},message:"must be integer"};
if(vErrors === null){
vErrors = [err27];
}
else {
vErrors.push(err27);
}
errors++;
}
if(errors === _errs155){
if((typeof data64 == "number") && (isFinite(data64))){
if(data64 > 256 || isNaN(data64)){
const err28 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/cells",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/cells/maximum",keyword:"maximum",params:{comparison: "<=", limit: 256},message:"must be <= 256"};
if(vErrors === null){
vErrors = [err28];
}
else {
vErrors.push(err28);
}
errors++;
}
else {
if(data64 < 2 || isNaN(data64)){
const err29 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/cells",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/cells/minimum",keyword:"minimum",params:{comparison: ">=", limit: 2},message:"must be >= 2"};
if(vErrors === null){
vErrors = [err29];
}
else {
vErrors.push(err29);
}
errors++;
}
}
}
}
var valid24 = _errs155 === errors;
}
else {
var valid24 = true;
}
if(valid24){
if(data62.axis !== undefined){
let data65 = data62.axis;
const _errs157 = errors;
if(!(((data65 === "V") || (data65 === "Ω")) || (data65 === "counts"))){
const err30 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/axis",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/axis/enum",keyword:"enum",params:{allowedValues: schema31.properties.devices.items.properties.inputs.items.properties.table.anyOf[0].properties.axis.enum},message:"must be equal to one of the allowed values"};
if(vErrors === null){
vErrors = [err30];
}
else {
vErrors.push(err30);
}
errors++;
}
var valid24 = _errs157 === errors;
}
else {
var valid24 = true;
}
if(valid24){
if(data62.axisStep !== undefined){
let data66 = data62.axisStep;
const _errs158 = errors;
if(errors === _errs158){
if((typeof data66 == "number") && (isFinite(data66))){
if(data66 <= 0 || isNaN(data66)){
const err31 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/axisStep",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/axisStep/exclusiveMinimum",keyword:"exclusiveMinimum",params:{comparison: ">", limit: 0},message:"must be > 0"};
if(vErrors === null){
vErrors = [err31];
}
else {
vErrors.push(err31);
}
errors++;
}
}
else {
const err32 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/axisStep",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/axisStep/type",keyword:"type",params:{type: "number"},message:"must be number"};
if(vErrors === null){
vErrors = [err32];
}
else {
vErrors.push(err32);
}
errors++;
}
}
var valid24 = _errs158 === errors;
}
else {
var valid24 = true;
}
if(valid24){
if(data62.axisRange !== undefined){
let data67 = data62.axisRange;
const _errs160 = errors;
if(errors === _errs160){
if(Array.isArray(data67)){
if(data67.length < 2){
const err33 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/axisRange",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/axisRange/minItems",keyword:"minItems",params:{limit: 2},message:"must NOT have fewer than 2 items"};
if(vErrors === null){
vErrors = [err33];
}
else {
vErrors.push(err33);
}
errors++;
}
else {
const len7 = data67.length;
if(len7 > 0){
let data68 = data67[0];
const _errs162 = errors;
if(!((typeof data68 == "number") && (isFinite(data68)))){
const err34 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/axisRange/0",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/axisRange/prefixItems/0/type",keyword:"type",params:{type: "number"},message:"must be number"};
if(vErrors === null){
vErrors = [err34];
}
else {
vErrors.push(err34);
}
errors++;
}
var valid25 = _errs162 === errors;
}
if(valid25){
if(len7 > 1){
let data69 = data67[1];
const _errs164 = errors;
if(!((typeof data69 == "number") && (isFinite(data69)))){
const err35 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/axisRange/1",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/axisRange/prefixItems/1/type",keyword:"type",params:{type: "number"},message:"must be number"};
if(vErrors === null){
vErrors = [err35];
}
else {
vErrors.push(err35);
}
errors++;
}
var valid25 = _errs164 === errors;
}
if(valid25){
const len8 = data67.length;
if(!(len8 <= 2)){
const err36 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/axisRange",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/axisRange/items",keyword:"items",params:{limit: 2},message:"must NOT have more than 2 items"};
if(vErrors === null){
vErrors = [err36];
}
else {
vErrors.push(err36);
}
errors++;
}
}
}
}
}
else {
const err37 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/axisRange",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/axisRange/type",keyword:"type",params:{type: "array"},message:"must be array"};
if(vErrors === null){
vErrors = [err37];
}
else {
vErrors.push(err37);
}
errors++;
}
}
var valid24 = _errs160 === errors;
}
else {
var valid24 = true;
}
if(valid24){
if(data62.direction !== undefined){
let data70 = data62.direction;
const _errs166 = errors;
if(!((data70 === "rising") || (data70 === "falling"))){
const err38 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/direction",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/direction/enum",keyword:"enum",params:{allowedValues: schema31.properties.devices.items.properties.inputs.items.properties.table.anyOf[0].properties.direction.enum},message:"must be equal to one of the allowed values"};
if(vErrors === null){
vErrors = [err38];
}
else {
vErrors.push(err38);
}
errors++;
}
var valid24 = _errs166 === errors;
}
else {
var valid24 = true;
}
if(valid24){
if(data62.axisFixed !== undefined){
let data71 = data62.axisFixed;
const _errs167 = errors;
const _errs168 = errors;
let valid26 = false;
const _errs169 = errors;
if(errors === _errs169){
if(Array.isArray(data71)){
if(data71.length > 256){
const err39 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/axisFixed",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/axisFixed/anyOf/0/maxItems",keyword:"maxItems",params:{limit: 256},message:"must NOT have more than 256 items"};
if(vErrors === null){
vErrors = [err39];
}
else {
vErrors.push(err39);
}
errors++;
}
else {
if(data71.length < 2){
const err40 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/axisFixed",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/axisFixed/anyOf/0/minItems",keyword:"minItems",params:{limit: 2},message:"must NOT have fewer than 2 items"};
if(vErrors === null){
vErrors = [err40];
}
else {
vErrors.push(err40);
}
errors++;
}
else {
var valid27 = true;
const len9 = data71.length;
for(let i7=0; i7<len9; i7++){
let data72 = data71[i7];
const _errs171 = errors;
if(!((typeof data72 == "number") && (isFinite(data72)))){
const err41 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/axisFixed/" + i7,schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/axisFixed/anyOf/0/items/type",keyword:"type",params:{type: "number"},message:"must be number"};
if(vErrors === null){
vErrors = [err41];
}
else {
vErrors.push(err41);
}
errors++;
}
var valid27 = _errs171 === errors;
if(!valid27){
break;
}
}
}
}
}
else {
const err42 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/axisFixed",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/axisFixed/anyOf/0/type",keyword:"type",params:{type: "array"},message:"must be array"};
if(vErrors === null){
vErrors = [err42];
}
else {
vErrors.push(err42);
}
errors++;
}
}
var _valid6 = _errs169 === errors;
valid26 = valid26 || _valid6;
const _errs173 = errors;
if(data71 !== null){
const err43 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/axisFixed",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/axisFixed/anyOf/1/type",keyword:"type",params:{type: "null"},message:"must be null"};
if(vErrors === null){
vErrors = [err43];
}
else {
vErrors.push(err43);
}
errors++;
}
var _valid6 = _errs173 === errors;
valid26 = valid26 || _valid6;
if(!valid26){
const err44 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/axisFixed",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/axisFixed/anyOf",keyword:"anyOf",params:{},message:"must match a schema in anyOf"};
if(vErrors === null){
vErrors = [err44];
}
else {
vErrors.push(err44);
}
errors++;
}
else {
errors = _errs168;
if(vErrors !== null){
if(_errs168){
vErrors.length = _errs168;
}
else {
vErrors = null;
}
}
}
var valid24 = _errs167 === errors;
}
else {
var valid24 = true;
}
if(valid24){
if(data62.valueUnit !== undefined){
let data73 = data62.valueUnit;
const _errs175 = errors;
if(!((data73 === "°C") || (data73 === "°F"))){
const err45 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/valueUnit",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/valueUnit/enum",keyword:"enum",params:{allowedValues: schema31.properties.devices.items.properties.inputs.items.properties.table.anyOf[0].properties.valueUnit.enum},message:"must be equal to one of the allowed values"};
if(vErrors === null){
vErrors = [err45];
}
else {
vErrors.push(err45);
}
errors++;
}
var valid24 = _errs175 === errors;
}
else {
var valid24 = true;
}
if(valid24){
if(data62.valueStep !== undefined){
let data74 = data62.valueStep;
const _errs176 = errors;
if(errors === _errs176){
if((typeof data74 == "number") && (isFinite(data74))){
if(data74 <= 0 || isNaN(data74)){
const err46 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/valueStep",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/valueStep/exclusiveMinimum",keyword:"exclusiveMinimum",params:{comparison: ">", limit: 0},message:"must be > 0"};
if(vErrors === null){
vErrors = [err46];
}
else {
vErrors.push(err46);
}
errors++;
}
}
else {
const err47 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/valueStep",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/valueStep/type",keyword:"type",params:{type: "number"},message:"must be number"};
if(vErrors === null){
vErrors = [err47];
}
else {
vErrors.push(err47);
}
errors++;
}
}
var valid24 = _errs176 === errors;
}
else {
var valid24 = true;
}
if(valid24){
if(data62.valueRange !== undefined){
let data75 = data62.valueRange;
const _errs178 = errors;
if(errors === _errs178){
if(Array.isArray(data75)){
if(data75.length < 2){
const err48 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/valueRange",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/valueRange/minItems",keyword:"minItems",params:{limit: 2},message:"must NOT have fewer than 2 items"};
if(vErrors === null){
vErrors = [err48];
}
else {
vErrors.push(err48);
}
errors++;
}
else {
const len10 = data75.length;
if(len10 > 0){
let data76 = data75[0];
const _errs180 = errors;
if(!((typeof data76 == "number") && (isFinite(data76)))){
const err49 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/valueRange/0",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/valueRange/prefixItems/0/type",keyword:"type",params:{type: "number"},message:"must be number"};
if(vErrors === null){
vErrors = [err49];
}
else {
vErrors.push(err49);
}
errors++;
}
var valid28 = _errs180 === errors;
}
if(valid28){
if(len10 > 1){
let data77 = data75[1];
const _errs182 = errors;
if(!((typeof data77 == "number") && (isFinite(data77)))){
const err50 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/valueRange/1",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/valueRange/prefixItems/1/type",keyword:"type",params:{type: "number"},message:"must be number"};
if(vErrors === null){
vErrors = [err50];
}
else {
vErrors.push(err50);
}
errors++;
}
var valid28 = _errs182 === errors;
}
if(valid28){
const len11 = data75.length;
if(!(len11 <= 2)){
const err51 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/valueRange",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/valueRange/items",keyword:"items",params:{limit: 2},message:"must NOT have more than 2 items"};
if(vErrors === null){
vErrors = [err51];
}
else {
vErrors.push(err51);
}
errors++;
}
}
}
}
}
else {
const err52 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/valueRange",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/valueRange/type",keyword:"type",params:{type: "array"},message:"must be array"};
if(vErrors === null){
vErrors = [err52];
}
else {
vErrors.push(err52);
}
errors++;
}
}
var valid24 = _errs178 === errors;
}
else {
var valid24 = true;
}
if(valid24){
if(data62.beyond !== undefined){
let data78 = data62.beyond;
const _errs184 = errors;
if(!((data78 === "hold") || (data78 === "extrapolate"))){
const err53 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/beyond",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/beyond/enum",keyword:"enum",params:{allowedValues: schema31.properties.devices.items.properties.inputs.items.properties.table.anyOf[0].properties.beyond.enum},message:"must be equal to one of the allowed values"};
if(vErrors === null){
vErrors = [err53];
}
else {
vErrors.push(err53);
}
errors++;
}
var valid24 = _errs184 === errors;
}
else {
var valid24 = true;
}
if(valid24){
if(data62.onOpen !== undefined){
let data79 = data62.onOpen;
const _errs185 = errors;
if(errors === _errs185){
if(data79 && typeof data79 == "object" && !Array.isArray(data79)){
let missing12;
if(((data79.show === undefined) && (missing12 = "show")) || ((data79.value === undefined) && (missing12 = "value"))){
const err54 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/onOpen",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/onOpen/required",keyword:"required",params:{missingProperty: missing12},message:"must have required property '"+missing12+"'"};
if(vErrors === null){
vErrors = [err54];
}
else {
vErrors.push(err54);
}
errors++;
}
else {
const _errs187 = errors;
for(const key12 in data79){
if(!((key12 === "show") || (key12 === "value"))){
const err55 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/onOpen",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/onOpen/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key12},message:"must NOT have additional properties"};
if(vErrors === null){
vErrors = [err55];
}
else {
vErrors.push(err55);
}
errors++;
break;
}
}
if(_errs187 === errors){
if(data79.show !== undefined){
let data80 = data79.show;
const _errs188 = errors;
if(!((((data80 === "cold") || (data80 === "hot")) || (data80 === "last")) || (data80 === "value"))){
const err56 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/onOpen/show",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/onOpen/properties/show/enum",keyword:"enum",params:{allowedValues: schema31.properties.devices.items.properties.inputs.items.properties.table.anyOf[0].properties.onOpen.properties.show.enum},message:"must be equal to one of the allowed values"};
if(vErrors === null){
vErrors = [err56];
}
else {
vErrors.push(err56);
}
errors++;
}
var valid29 = _errs188 === errors;
}
else {
var valid29 = true;
}
if(valid29){
if(data79.value !== undefined){
let data81 = data79.value;
const _errs189 = errors;
const _errs190 = errors;
let valid30 = false;
const _errs191 = errors;
if(!((typeof data81 == "number") && (isFinite(data81)))){
const err57 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/onOpen/value",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/onOpen/properties/value/anyOf/0/type",keyword:"type",params:{type: "number"},message:"must be number"};
if(vErrors === null){
vErrors = [err57];
}
else {
vErrors.push(err57);
}
errors++;
}
var _valid7 = _errs191 === errors;
valid30 = valid30 || _valid7;
const _errs193 = errors;
if(data81 !== null){
const err58 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/onOpen/value",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/onOpen/properties/value/anyOf/1/type",keyword:"type",params:{type: "null"},message:"must be null"};
if(vErrors === null){
vErrors = [err58];
}
else {
vErrors.push(err58);
}
errors++;
}
var _valid7 = _errs193 === errors;
valid30 = valid30 || _valid7;
if(!valid30){
const err59 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/onOpen/value",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/onOpen/properties/value/anyOf",keyword:"anyOf",params:{},message:"must match a schema in anyOf"};
if(vErrors === null){
vErrors = [err59];
}
else {
vErrors.push(err59);
}
errors++;
}
else {
errors = _errs190;
if(vErrors !== null){
if(_errs190){
vErrors.length = _errs190;
}
else {
vErrors = null;
}
}
}
var valid29 = _errs189 === errors;
}
else {
var valid29 = true;
}
}
}
}
}
else {
const err60 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/onOpen",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/onOpen/type",keyword:"type",params:{type: "object"},message:"must be object"};
if(vErrors === null){
vErrors = [err60];
}
else {
vErrors.push(err60);
}
errors++;
}
}
var valid24 = _errs185 === errors;
}
else {
var valid24 = true;
}
if(valid24){
if(data62.onShort !== undefined){
let data82 = data62.onShort;
const _errs195 = errors;
if(errors === _errs195){
if(data82 && typeof data82 == "object" && !Array.isArray(data82)){
let missing13;
if(((data82.show === undefined) && (missing13 = "show")) || ((data82.value === undefined) && (missing13 = "value"))){
const err61 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/onShort",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/onShort/required",keyword:"required",params:{missingProperty: missing13},message:"must have required property '"+missing13+"'"};
if(vErrors === null){
vErrors = [err61];
}
else {
vErrors.push(err61);
}
errors++;
}
else {
const _errs197 = errors;
for(const key13 in data82){
if(!((key13 === "show") || (key13 === "value"))){
const err62 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/onShort",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/onShort/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key13},message:"must NOT have additional properties"};
if(vErrors === null){
vErrors = [err62];
}
else {
vErrors.push(err62);
}
errors++;
break;
}
}
if(_errs197 === errors){
if(data82.show !== undefined){
let data83 = data82.show;
const _errs198 = errors;
if(!((((data83 === "cold") || (data83 === "hot")) || (data83 === "last")) || (data83 === "value"))){
const err63 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/onShort/show",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/onShort/properties/show/enum",keyword:"enum",params:{allowedValues: schema31.properties.devices.items.properties.inputs.items.properties.table.anyOf[0].properties.onShort.properties.show.enum},message:"must be equal to one of the allowed values"};
if(vErrors === null){
vErrors = [err63];
}
else {
vErrors.push(err63);
}
errors++;
}
var valid31 = _errs198 === errors;
}
else {
var valid31 = true;
}
if(valid31){
if(data82.value !== undefined){
let data84 = data82.value;
const _errs199 = errors;
const _errs200 = errors;
let valid32 = false;
const _errs201 = errors;
if(!((typeof data84 == "number") && (isFinite(data84)))){
const err64 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/onShort/value",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/onShort/properties/value/anyOf/0/type",keyword:"type",params:{type: "number"},message:"must be number"};
if(vErrors === null){
vErrors = [err64];
}
else {
vErrors.push(err64);
}
errors++;
}
var _valid8 = _errs201 === errors;
valid32 = valid32 || _valid8;
const _errs203 = errors;
if(data84 !== null){
const err65 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/onShort/value",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/onShort/properties/value/anyOf/1/type",keyword:"type",params:{type: "null"},message:"must be null"};
if(vErrors === null){
vErrors = [err65];
}
else {
vErrors.push(err65);
}
errors++;
}
var _valid8 = _errs203 === errors;
valid32 = valid32 || _valid8;
if(!valid32){
const err66 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/onShort/value",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/onShort/properties/value/anyOf",keyword:"anyOf",params:{},message:"must match a schema in anyOf"};
if(vErrors === null){
vErrors = [err66];
}
else {
vErrors.push(err66);
}
errors++;
}
else {
errors = _errs200;
if(vErrors !== null){
if(_errs200){
vErrors.length = _errs200;
}
else {
vErrors = null;
}
}
}
var valid31 = _errs199 === errors;
}
else {
var valid31 = true;
}
}
}
}
}
else {
const err67 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/onShort",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/onShort/type",keyword:"type",params:{type: "object"},message:"must be object"};
if(vErrors === null){
vErrors = [err67];
}
else {
vErrors.push(err67);
}
errors++;
}
}
var valid24 = _errs195 === errors;
}
else {
var valid24 = true;
}
if(valid24){
if(data62.entered !== undefined){
let data85 = data62.entered;
const _errs205 = errors;
const _errs206 = errors;
let valid33 = false;
const _errs207 = errors;
if(errors === _errs207){
if(data85 && typeof data85 == "object" && !Array.isArray(data85)){
let missing14;
if(((((data85.x === undefined) && (missing14 = "x")) || ((data85.y === undefined) && (missing14 = "y"))) || ((data85.at === undefined) && (missing14 = "at"))) || ((data85.name === undefined) && (missing14 = "name"))){
const err68 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/0/required",keyword:"required",params:{missingProperty: missing14},message:"must have required property '"+missing14+"'"};
if(vErrors === null){
vErrors = [err68];
}
else {
vErrors.push(err68);
}
errors++;
}
else {
const _errs209 = errors;
for(const key14 in data85){
if(!((((key14 === "x") || (key14 === "y")) || (key14 === "at")) || (key14 === "name"))){
const err69 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/0/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key14},message:"must NOT have additional properties"};
if(vErrors === null){
vErrors = [err69];
}
else {
vErrors.push(err69);
}
errors++;
break;
}
}
if(_errs209 === errors){
if(data85.x !== undefined){
let data86 = data85.x;
const _errs210 = errors;
if(errors === _errs210){
if(Array.isArray(data86)){
if(data86.length > 256){
const err70 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered/x",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/0/properties/x/maxItems",keyword:"maxItems",params:{limit: 256},message:"must NOT have more than 256 items"};
if(vErrors === null){
vErrors = [err70];
}
else {
vErrors.push(err70);
}
errors++;
}
else {
if(data86.length < 2){
const err71 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered/x",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/0/properties/x/minItems",keyword:"minItems",params:{limit: 2},message:"must NOT have fewer than 2 items"};
if(vErrors === null){
vErrors = [err71];
}
else {
vErrors.push(err71);
}
errors++;
}
else {
var valid35 = true;
const len12 = data86.length;
for(let i8=0; i8<len12; i8++){
let data87 = data86[i8];
const _errs212 = errors;
if(!((typeof data87 == "number") && (isFinite(data87)))){
const err72 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered/x/" + i8,schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/0/properties/x/items/type",keyword:"type",params:{type: "number"},message:"must be number"};
if(vErrors === null){
vErrors = [err72];
}
else {
vErrors.push(err72);
}
errors++;
}
var valid35 = _errs212 === errors;
if(!valid35){
break;
}
}
}
}
}
else {
const err73 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered/x",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/0/properties/x/type",keyword:"type",params:{type: "array"},message:"must be array"};
if(vErrors === null){
vErrors = [err73];
}
else {
vErrors.push(err73);
}
errors++;
}
}
var valid34 = _errs210 === errors;
}
else {
var valid34 = true;
}
if(valid34){
if(data85.y !== undefined){
let data88 = data85.y;
const _errs214 = errors;
if(errors === _errs214){
if(Array.isArray(data88)){
if(data88.length > 256){
const err74 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered/y",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/0/properties/y/maxItems",keyword:"maxItems",params:{limit: 256},message:"must NOT have more than 256 items"};
if(vErrors === null){
vErrors = [err74];
}
else {
vErrors.push(err74);
}
errors++;
}
else {
if(data88.length < 2){
const err75 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered/y",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/0/properties/y/minItems",keyword:"minItems",params:{limit: 2},message:"must NOT have fewer than 2 items"};
if(vErrors === null){
vErrors = [err75];
}
else {
vErrors.push(err75);
}
errors++;
}
else {
var valid36 = true;
const len13 = data88.length;
for(let i9=0; i9<len13; i9++){
let data89 = data88[i9];
const _errs216 = errors;
if(!((typeof data89 == "number") && (isFinite(data89)))){
const err76 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered/y/" + i9,schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/0/properties/y/items/type",keyword:"type",params:{type: "number"},message:"must be number"};
if(vErrors === null){
vErrors = [err76];
}
else {
vErrors.push(err76);
}
errors++;
}
var valid36 = _errs216 === errors;
if(!valid36){
break;
}
}
}
}
}
else {
const err77 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered/y",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/0/properties/y/type",keyword:"type",params:{type: "array"},message:"must be array"};
if(vErrors === null){
vErrors = [err77];
}
else {
vErrors.push(err77);
}
errors++;
}
}
var valid34 = _errs214 === errors;
}
else {
var valid34 = true;
}
if(valid34){
if(data85.at !== undefined){
let data90 = data85.at;
const _errs218 = errors;
if(errors === _errs218){
if(typeof data90 === "string"){
if(!pattern5.test(data90)){
const err78 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered/at",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/0/properties/at/pattern",keyword:"pattern",params:{pattern: "^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"},message:"must match pattern \""+"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"+"\""};
if(vErrors === null){
vErrors = [err78];
}
else {
vErrors.push(err78);
}
errors++;
}
}
else {
const err79 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered/at",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/0/properties/at/type",keyword:"type",params:{type: "string"},message:"must be string"};
if(vErrors === null){
vErrors = [err79];
}
else {
vErrors.push(err79);
}
errors++;
}
}
var valid34 = _errs218 === errors;
}
else {
var valid34 = true;
}
if(valid34){
if(data85.name !== undefined){
let data91 = data85.name;
const _errs220 = errors;
if(errors === _errs220){
if(typeof data91 === "string"){
if(data91.length > 2000){
const err80 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered/name",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/0/properties/name/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"};
if(vErrors === null){
vErrors = [err80];
}
else {
vErrors.push(err80);
}
errors++;
}
}
else {
const err81 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered/name",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/0/properties/name/type",keyword:"type",params:{type: "string"},message:"must be string"};
if(vErrors === null){
vErrors = [err81];
}
else {
vErrors.push(err81);
}
errors++;
}
}
var valid34 = _errs220 === errors;
}
else {
var valid34 = true;
}
}
}
}
}
}
}
else {
const err82 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/0/type",keyword:"type",params:{type: "object"},message:"must be object"};
if(vErrors === null){
vErrors = [err82];
}
else {
vErrors.push(err82);
}
errors++;
}
}
var _valid9 = _errs207 === errors;
valid33 = valid33 || _valid9;
const _errs222 = errors;
if(data85 !== null){
const err83 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf/1/type",keyword:"type",params:{type: "null"},message:"must be null"};
if(vErrors === null){
vErrors = [err83];
}
else {
vErrors.push(err83);
}
errors++;
}
var _valid9 = _errs222 === errors;
valid33 = valid33 || _valid9;
if(!valid33){
const err84 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table/entered",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/properties/entered/anyOf",keyword:"anyOf",params:{},message:"must match a schema in anyOf"};
if(vErrors === null){
vErrors = [err84];
}
else {
vErrors.push(err84);
}
errors++;
}
else {
errors = _errs206;
if(vErrors !== null){
if(_errs206){
vErrors.length = _errs206;
}
else {
vErrors = null;
}
}
}
var valid24 = _errs205 === errors;
}
else {
var valid24 = true;
}
}
}
}
}
}
}
}
}
}
}
}
}
}
}
}
}
else {
const err85 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/0/type",keyword:"type",params:{type: "object"},message:"must be object"};
if(vErrors === null){
vErrors = [err85];
}
else {
vErrors.push(err85);
}
errors++;
}
}
var _valid5 = _errs151 === errors;
valid23 = valid23 || _valid5;
const _errs224 = errors;
if(data62 !== null){
const err86 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf/1/type",keyword:"type",params:{type: "null"},message:"must be null"};
if(vErrors === null){
vErrors = [err86];
}
else {
vErrors.push(err86);
}
errors++;
}
var _valid5 = _errs224 === errors;
valid23 = valid23 || _valid5;
if(!valid23){
const err87 = {instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2+"/table",schemaPath:"#/properties/devices/items/properties/inputs/items/properties/table/anyOf",keyword:"anyOf",params:{},message:"must match a schema in anyOf"};
if(vErrors === null){
vErrors = [err87];
}
else {
vErrors.push(err87);
}
errors++;
validate20.errors = vErrors;
return false;
}
else {
errors = _errs150;
if(vErrors !== null){
if(_errs150){
vErrors.length = _errs150;
}
else {
vErrors = null;
}
}
}
var valid13 = _errs149 === errors;
}
else {
var valid13 = true;
}
}
}
}
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs/" + i2,schemaPath:"#/properties/devices/items/properties/inputs/items/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid12 = _errs86 === errors;
if(!valid12){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1+"/inputs",schemaPath:"#/properties/devices/items/properties/inputs/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid11 = _errs84 === errors;
}
else {
var valid11 = true;
}
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices/" + i1,schemaPath:"#/properties/devices/items/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid10 = _errs74 === errors;
if(!valid10){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/devices",schemaPath:"#/properties/devices/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid0 = _errs72 === errors;
}
else {
var valid0 = true;
}
if(valid0){
if(data.elements !== undefined){
let data92 = data.elements;
const _errs226 = errors;
if(errors === _errs226){
if(Array.isArray(data92)){
if(data92.length > 2000){
validate20.errors = [{instancePath:instancePath+"/elements",schemaPath:"#/properties/elements/maxItems",keyword:"maxItems",params:{limit: 2000},message:"must NOT have more than 2000 items"}];
return false;
}
else {
var valid37 = true;
const len14 = data92.length;
for(let i10=0; i10<len14; i10++){
let data93 = data92[i10];
const _errs228 = errors;
if(errors === _errs228){
if(data93 && typeof data93 == "object" && !Array.isArray(data93)){
let missing15;
if((((((data93.id === undefined) && (missing15 = "id")) || ((data93.name === undefined) && (missing15 = "name"))) || ((data93.family === undefined) && (missing15 = "family"))) || ((data93.settings === undefined) && (missing15 = "settings"))) || ((data93.pins === undefined) && (missing15 = "pins"))){
validate20.errors = [{instancePath:instancePath+"/elements/" + i10,schemaPath:"#/properties/elements/items/required",keyword:"required",params:{missingProperty: missing15},message:"must have required property '"+missing15+"'"}];
return false;
}
else {
const _errs230 = errors;
for(const key15 in data93){
if(!(((((key15 === "id") || (key15 === "name")) || (key15 === "family")) || (key15 === "settings")) || (key15 === "pins"))){
validate20.errors = [{instancePath:instancePath+"/elements/" + i10,schemaPath:"#/properties/elements/items/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key15},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs230 === errors){
if(data93.id !== undefined){
let data94 = data93.id;
const _errs231 = errors;
if(errors === _errs231){
if(typeof data94 === "string"){
if(!pattern4.test(data94)){
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/id",schemaPath:"#/properties/elements/items/properties/id/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/id",schemaPath:"#/properties/elements/items/properties/id/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid38 = _errs231 === errors;
}
else {
var valid38 = true;
}
if(valid38){
if(data93.name !== undefined){
let data95 = data93.name;
const _errs233 = errors;
if(errors === _errs233){
if(typeof data95 === "string"){
if(data95.length > 2000){
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/name",schemaPath:"#/properties/elements/items/properties/name/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/name",schemaPath:"#/properties/elements/items/properties/name/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid38 = _errs233 === errors;
}
else {
var valid38 = true;
}
if(valid38){
if(data93.family !== undefined){
let data96 = data93.family;
const _errs235 = errors;
if(errors === _errs235){
if(typeof data96 === "string"){
if(data96.length > 60){
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/family",schemaPath:"#/properties/elements/items/properties/family/maxLength",keyword:"maxLength",params:{limit: 60},message:"must NOT have more than 60 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/family",schemaPath:"#/properties/elements/items/properties/family/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid38 = _errs235 === errors;
}
else {
var valid38 = true;
}
if(valid38){
if(data93.settings !== undefined){
let data97 = data93.settings;
const _errs237 = errors;
if(!(data97 && typeof data97 == "object" && !Array.isArray(data97))){
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/settings",schemaPath:"#/properties/elements/items/properties/settings/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
var valid38 = _errs237 === errors;
}
else {
var valid38 = true;
}
if(valid38){
if(data93.pins !== undefined){
let data98 = data93.pins;
const _errs239 = errors;
if(errors === _errs239){
if(Array.isArray(data98)){
if(data98.length > 16){
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/pins",schemaPath:"#/properties/elements/items/properties/pins/maxItems",keyword:"maxItems",params:{limit: 16},message:"must NOT have more than 16 items"}];
return false;
}
else {
var valid39 = true;
const len15 = data98.length;
for(let i11=0; i11<len15; i11++){
let data99 = data98[i11];
const _errs241 = errors;
if(errors === _errs241){
if(data99 && typeof data99 == "object" && !Array.isArray(data99)){
let missing16;
if(((data99.name === undefined) && (missing16 = "name")) || ((data99.wire === undefined) && (missing16 = "wire"))){
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/pins/" + i11,schemaPath:"#/properties/elements/items/properties/pins/items/required",keyword:"required",params:{missingProperty: missing16},message:"must have required property '"+missing16+"'"}];
return false;
}
else {
const _errs243 = errors;
for(const key16 in data99){
if(!((key16 === "name") || (key16 === "wire"))){
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/pins/" + i11,schemaPath:"#/properties/elements/items/properties/pins/items/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key16},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs243 === errors){
if(data99.name !== undefined){
let data100 = data99.name;
const _errs244 = errors;
if(errors === _errs244){
if(typeof data100 === "string"){
if(data100.length > 2000){
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/pins/" + i11+"/name",schemaPath:"#/properties/elements/items/properties/pins/items/properties/name/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/pins/" + i11+"/name",schemaPath:"#/properties/elements/items/properties/pins/items/properties/name/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid40 = _errs244 === errors;
}
else {
var valid40 = true;
}
if(valid40){
if(data99.wire !== undefined){
let data101 = data99.wire;
const _errs246 = errors;
if(errors === _errs246){
if(typeof data101 === "string"){
if(data101.length > 2000){
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/pins/" + i11+"/wire",schemaPath:"#/properties/elements/items/properties/pins/items/properties/wire/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/pins/" + i11+"/wire",schemaPath:"#/properties/elements/items/properties/pins/items/properties/wire/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid40 = _errs246 === errors;
}
else {
var valid40 = true;
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/pins/" + i11,schemaPath:"#/properties/elements/items/properties/pins/items/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid39 = _errs241 === errors;
if(!valid39){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/elements/" + i10+"/pins",schemaPath:"#/properties/elements/items/properties/pins/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid38 = _errs239 === errors;
}
else {
var valid38 = true;
}
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/elements/" + i10,schemaPath:"#/properties/elements/items/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid37 = _errs228 === errors;
if(!valid37){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/elements",schemaPath:"#/properties/elements/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid0 = _errs226 === errors;
}
else {
var valid0 = true;
}
if(valid0){
if(data.channels !== undefined){
let data102 = data.channels;
const _errs248 = errors;
if(errors === _errs248){
if(Array.isArray(data102)){
if(data102.length > 2000){
validate20.errors = [{instancePath:instancePath+"/channels",schemaPath:"#/properties/channels/maxItems",keyword:"maxItems",params:{limit: 2000},message:"must NOT have more than 2000 items"}];
return false;
}
else {
var valid41 = true;
const len16 = data102.length;
for(let i12=0; i12<len16; i12++){
let data103 = data102[i12];
const _errs250 = errors;
if(errors === _errs250){
if(data103 && typeof data103 == "object" && !Array.isArray(data103)){
let missing17;
if(((((((((data103.id === undefined) && (missing17 = "id")) || ((data103.name === undefined) && (missing17 = "name"))) || ((data103.quantity === undefined) && (missing17 = "quantity"))) || ((data103.place === undefined) && (missing17 = "place"))) || ((data103.needs === undefined) && (missing17 = "needs"))) || ((data103.elements === undefined) && (missing17 = "elements"))) || ((data103.combine === undefined) && (missing17 = "combine"))) || ((data103.reads === undefined) && (missing17 = "reads"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12,schemaPath:"#/properties/channels/items/required",keyword:"required",params:{missingProperty: missing17},message:"must have required property '"+missing17+"'"}];
return false;
}
else {
const _errs252 = errors;
for(const key17 in data103){
if(!((((((((key17 === "id") || (key17 === "name")) || (key17 === "quantity")) || (key17 === "place")) || (key17 === "needs")) || (key17 === "elements")) || (key17 === "combine")) || (key17 === "reads"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12,schemaPath:"#/properties/channels/items/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key17},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs252 === errors){
if(data103.id !== undefined){
let data104 = data103.id;
const _errs253 = errors;
if(errors === _errs253){
if(typeof data104 === "string"){
if(!pattern4.test(data104)){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/id",schemaPath:"#/properties/channels/items/properties/id/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/id",schemaPath:"#/properties/channels/items/properties/id/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid42 = _errs253 === errors;
}
else {
var valid42 = true;
}
if(valid42){
if(data103.name !== undefined){
let data105 = data103.name;
const _errs255 = errors;
if(errors === _errs255){
if(typeof data105 === "string"){
if(data105.length > 2000){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/name",schemaPath:"#/properties/channels/items/properties/name/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/name",schemaPath:"#/properties/channels/items/properties/name/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid42 = _errs255 === errors;
}
else {
var valid42 = true;
}
if(valid42){
if(data103.quantity !== undefined){
let data106 = data103.quantity;
const _errs257 = errors;
if(errors === _errs257){
if(typeof data106 === "string"){
if(data106.length > 2000){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/quantity",schemaPath:"#/properties/channels/items/properties/quantity/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/quantity",schemaPath:"#/properties/channels/items/properties/quantity/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid42 = _errs257 === errors;
}
else {
var valid42 = true;
}
if(valid42){
if(data103.place !== undefined){
let data107 = data103.place;
const _errs259 = errors;
if(errors === _errs259){
if(typeof data107 === "string"){
if(data107.length > 2000){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/place",schemaPath:"#/properties/channels/items/properties/place/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/place",schemaPath:"#/properties/channels/items/properties/place/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid42 = _errs259 === errors;
}
else {
var valid42 = true;
}
if(valid42){
if(data103.needs !== undefined){
let data108 = data103.needs;
const _errs261 = errors;
if(errors === _errs261){
if(data108 && typeof data108 == "object" && !Array.isArray(data108)){
let missing18;
if((((data108.range === undefined) && (missing18 = "range")) || ((data108.best === undefined) && (missing18 = "best"))) || ((data108.accuracy === undefined) && (missing18 = "accuracy"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/needs",schemaPath:"#/properties/channels/items/properties/needs/required",keyword:"required",params:{missingProperty: missing18},message:"must have required property '"+missing18+"'"}];
return false;
}
else {
const _errs263 = errors;
for(const key18 in data108){
if(!(((key18 === "range") || (key18 === "best")) || (key18 === "accuracy"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/needs",schemaPath:"#/properties/channels/items/properties/needs/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key18},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs263 === errors){
if(data108.range !== undefined){
let data109 = data108.range;
const _errs264 = errors;
if(errors === _errs264){
if(Array.isArray(data109)){
if(data109.length < 2){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/needs/range",schemaPath:"#/properties/channels/items/properties/needs/properties/range/minItems",keyword:"minItems",params:{limit: 2},message:"must NOT have fewer than 2 items"}];
return false;
}
else {
const len17 = data109.length;
if(len17 > 0){
let data110 = data109[0];
const _errs266 = errors;
if(!((typeof data110 == "number") && (isFinite(data110)))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/needs/range/0",schemaPath:"#/properties/channels/items/properties/needs/properties/range/prefixItems/0/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
var valid44 = _errs266 === errors;
}
if(valid44){
if(len17 > 1){
let data111 = data109[1];
const _errs268 = errors;
if(!((typeof data111 == "number") && (isFinite(data111)))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/needs/range/1",schemaPath:"#/properties/channels/items/properties/needs/properties/range/prefixItems/1/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
var valid44 = _errs268 === errors;
}
if(valid44){
const len18 = data109.length;
if(!(len18 <= 2)){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/needs/range",schemaPath:"#/properties/channels/items/properties/needs/properties/range/items",keyword:"items",params:{limit: 2},message:"must NOT have more than 2 items"}];
return false;
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/needs/range",schemaPath:"#/properties/channels/items/properties/needs/properties/range/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid43 = _errs264 === errors;
}
else {
var valid43 = true;
}
if(valid43){
if(data108.best !== undefined){
let data112 = data108.best;
const _errs270 = errors;
if(errors === _errs270){
if(Array.isArray(data112)){
if(data112.length < 2){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/needs/best",schemaPath:"#/properties/channels/items/properties/needs/properties/best/minItems",keyword:"minItems",params:{limit: 2},message:"must NOT have fewer than 2 items"}];
return false;
}
else {
const len19 = data112.length;
if(len19 > 0){
let data113 = data112[0];
const _errs272 = errors;
if(!((typeof data113 == "number") && (isFinite(data113)))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/needs/best/0",schemaPath:"#/properties/channels/items/properties/needs/properties/best/prefixItems/0/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
var valid45 = _errs272 === errors;
}
if(valid45){
if(len19 > 1){
let data114 = data112[1];
const _errs274 = errors;
if(!((typeof data114 == "number") && (isFinite(data114)))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/needs/best/1",schemaPath:"#/properties/channels/items/properties/needs/properties/best/prefixItems/1/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
var valid45 = _errs274 === errors;
}
if(valid45){
const len20 = data112.length;
if(!(len20 <= 2)){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/needs/best",schemaPath:"#/properties/channels/items/properties/needs/properties/best/items",keyword:"items",params:{limit: 2},message:"must NOT have more than 2 items"}];
return false;
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/needs/best",schemaPath:"#/properties/channels/items/properties/needs/properties/best/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid43 = _errs270 === errors;
}
else {
var valid43 = true;
}
if(valid43){
if(data108.accuracy !== undefined){
let data115 = data108.accuracy;
const _errs276 = errors;
if(errors === _errs276){
if((typeof data115 == "number") && (isFinite(data115))){
if(data115 <= 0 || isNaN(data115)){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/needs/accuracy",schemaPath:"#/properties/channels/items/properties/needs/properties/accuracy/exclusiveMinimum",keyword:"exclusiveMinimum",params:{comparison: ">", limit: 0},message:"must be > 0"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/needs/accuracy",schemaPath:"#/properties/channels/items/properties/needs/properties/accuracy/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
}
var valid43 = _errs276 === errors;
}
else {
var valid43 = true;
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/needs",schemaPath:"#/properties/channels/items/properties/needs/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid42 = _errs261 === errors;
}
else {
var valid42 = true;
}
if(valid42){
if(data103.elements !== undefined){
let data116 = data103.elements;
const _errs278 = errors;
if(errors === _errs278){
if(Array.isArray(data116)){
if(data116.length > 2){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/elements",schemaPath:"#/properties/channels/items/properties/elements/maxItems",keyword:"maxItems",params:{limit: 2},message:"must NOT have more than 2 items"}];
return false;
}
else {
var valid46 = true;
const len21 = data116.length;
for(let i13=0; i13<len21; i13++){
let data117 = data116[i13];
const _errs280 = errors;
if(errors === _errs280){
if(typeof data117 === "string"){
if(!pattern4.test(data117)){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/elements/" + i13,schemaPath:"#/properties/channels/items/properties/elements/items/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/elements/" + i13,schemaPath:"#/properties/channels/items/properties/elements/items/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid46 = _errs280 === errors;
if(!valid46){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/elements",schemaPath:"#/properties/channels/items/properties/elements/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid42 = _errs278 === errors;
}
else {
var valid42 = true;
}
if(valid42){
if(data103.combine !== undefined){
let data118 = data103.combine;
const _errs282 = errors;
if(!((((data118 === "one") || (data118 === "series")) || (data118 === "parallel")) || (data118 === "separate"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/combine",schemaPath:"#/properties/channels/items/properties/combine/enum",keyword:"enum",params:{allowedValues: schema31.properties.channels.items.properties.combine.enum},message:"must be equal to one of the allowed values"}];
return false;
}
var valid42 = _errs282 === errors;
}
else {
var valid42 = true;
}
if(valid42){
if(data103.reads !== undefined){
let data119 = data103.reads;
const _errs283 = errors;
if(errors === _errs283){
if(Array.isArray(data119)){
if(data119.length > 16){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads",schemaPath:"#/properties/channels/items/properties/reads/maxItems",keyword:"maxItems",params:{limit: 16},message:"must NOT have more than 16 items"}];
return false;
}
else {
var valid47 = true;
const len22 = data119.length;
for(let i14=0; i14<len22; i14++){
let data120 = data119[i14];
const _errs285 = errors;
if(errors === _errs285){
if(data120 && typeof data120 == "object" && !Array.isArray(data120)){
let missing19;
if((((((data120.id === undefined) && (missing19 = "id")) || ((data120.source === undefined) && (missing19 = "source"))) || ((data120.input === undefined) && (missing19 = "input"))) || ((data120.wire === undefined) && (missing19 = "wire"))) || ((data120.face === undefined) && (missing19 = "face"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14,schemaPath:"#/properties/channels/items/properties/reads/items/required",keyword:"required",params:{missingProperty: missing19},message:"must have required property '"+missing19+"'"}];
return false;
}
else {
const _errs287 = errors;
for(const key19 in data120){
if(!(((((key19 === "id") || (key19 === "source")) || (key19 === "input")) || (key19 === "wire")) || (key19 === "face"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14,schemaPath:"#/properties/channels/items/properties/reads/items/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key19},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs287 === errors){
if(data120.id !== undefined){
let data121 = data120.id;
const _errs288 = errors;
if(errors === _errs288){
if(typeof data121 === "string"){
if(!pattern4.test(data121)){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/id",schemaPath:"#/properties/channels/items/properties/reads/items/properties/id/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/id",schemaPath:"#/properties/channels/items/properties/reads/items/properties/id/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid48 = _errs288 === errors;
}
else {
var valid48 = true;
}
if(valid48){
if(data120.source !== undefined){
let data122 = data120.source;
const _errs290 = errors;
if(errors === _errs290){
if(data122 && typeof data122 == "object" && !Array.isArray(data122)){
let missing20;
if(((data122.kind === undefined) && (missing20 = "kind")) || ((data122.id === undefined) && (missing20 = "id"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/source",schemaPath:"#/properties/channels/items/properties/reads/items/properties/source/required",keyword:"required",params:{missingProperty: missing20},message:"must have required property '"+missing20+"'"}];
return false;
}
else {
const _errs292 = errors;
for(const key20 in data122){
if(!((key20 === "kind") || (key20 === "id"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/source",schemaPath:"#/properties/channels/items/properties/reads/items/properties/source/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key20},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs292 === errors){
if(data122.kind !== undefined){
const _errs293 = errors;
if("element" !== data122.kind){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/source/kind",schemaPath:"#/properties/channels/items/properties/reads/items/properties/source/properties/kind/const",keyword:"const",params:{allowedValue: "element"},message:"must be equal to constant"}];
return false;
}
var valid49 = _errs293 === errors;
}
else {
var valid49 = true;
}
if(valid49){
if(data122.id !== undefined){
let data124 = data122.id;
const _errs294 = errors;
if(errors === _errs294){
if(typeof data124 === "string"){
if(!pattern4.test(data124)){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/source/id",schemaPath:"#/properties/channels/items/properties/reads/items/properties/source/properties/id/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/source/id",schemaPath:"#/properties/channels/items/properties/reads/items/properties/source/properties/id/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid49 = _errs294 === errors;
}
else {
var valid49 = true;
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/source",schemaPath:"#/properties/channels/items/properties/reads/items/properties/source/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid48 = _errs290 === errors;
}
else {
var valid48 = true;
}
if(valid48){
if(data120.input !== undefined){
let data125 = data120.input;
const _errs296 = errors;
if(errors === _errs296){
if(typeof data125 === "string"){
if(!pattern4.test(data125)){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/input",schemaPath:"#/properties/channels/items/properties/reads/items/properties/input/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/input",schemaPath:"#/properties/channels/items/properties/reads/items/properties/input/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid48 = _errs296 === errors;
}
else {
var valid48 = true;
}
if(valid48){
if(data120.wire !== undefined){
let data126 = data120.wire;
const _errs298 = errors;
if(errors === _errs298){
if(data126 && typeof data126 == "object" && !Array.isArray(data126)){
let missing21;
if((((((data126.colour === undefined) && (missing21 = "colour")) || ((data126.cavity === undefined) && (missing21 = "cavity"))) || ((data126.signalOhm === undefined) && (missing21 = "signalOhm"))) || ((data126.groundOhm === undefined) && (missing21 = "groundOhm"))) || ((data126.groundOffsetV === undefined) && (missing21 = "groundOffsetV"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/required",keyword:"required",params:{missingProperty: missing21},message:"must have required property '"+missing21+"'"}];
return false;
}
else {
const _errs300 = errors;
for(const key21 in data126){
if(!(((((key21 === "colour") || (key21 === "cavity")) || (key21 === "signalOhm")) || (key21 === "groundOhm")) || (key21 === "groundOffsetV"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key21},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs300 === errors){
if(data126.colour !== undefined){
let data127 = data126.colour;
const _errs301 = errors;
if(errors === _errs301){
if(typeof data127 === "string"){
if(data127.length > 2000){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/colour",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/colour/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/colour",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/colour/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid50 = _errs301 === errors;
}
else {
var valid50 = true;
}
if(valid50){
if(data126.cavity !== undefined){
let data128 = data126.cavity;
const _errs303 = errors;
if(errors === _errs303){
if(typeof data128 === "string"){
if(data128.length > 2000){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/cavity",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/cavity/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/cavity",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/cavity/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid50 = _errs303 === errors;
}
else {
var valid50 = true;
}
if(valid50){
if(data126.signalOhm !== undefined){
let data129 = data126.signalOhm;
const _errs305 = errors;
if(errors === _errs305){
if(data129 && typeof data129 == "object" && !Array.isArray(data129)){
let missing22;
if((((data129.value === undefined) && (missing22 = "value")) || ((data129.basis === undefined) && (missing22 = "basis"))) || ((data129.from === undefined) && (missing22 = "from"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/signalOhm",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/signalOhm/required",keyword:"required",params:{missingProperty: missing22},message:"must have required property '"+missing22+"'"}];
return false;
}
else {
const _errs307 = errors;
for(const key22 in data129){
if(!(((key22 === "value") || (key22 === "basis")) || (key22 === "from"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/signalOhm",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/signalOhm/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key22},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs307 === errors){
if(data129.value !== undefined){
let data130 = data129.value;
const _errs308 = errors;
if(errors === _errs308){
if((typeof data130 == "number") && (isFinite(data130))){
if(data130 < 0 || isNaN(data130)){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/signalOhm/value",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/signalOhm/properties/value/minimum",keyword:"minimum",params:{comparison: ">=", limit: 0},message:"must be >= 0"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/signalOhm/value",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/signalOhm/properties/value/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
}
var valid51 = _errs308 === errors;
}
else {
var valid51 = true;
}
if(valid51){
if(data129.basis !== undefined){
let data131 = data129.basis;
const _errs310 = errors;
if(!((data131 === "assumed") || (data131 === "measured"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/signalOhm/basis",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/signalOhm/properties/basis/enum",keyword:"enum",params:{allowedValues: schema31.properties.channels.items.properties.reads.items.properties.wire.properties.signalOhm.properties.basis.enum},message:"must be equal to one of the allowed values"}];
return false;
}
var valid51 = _errs310 === errors;
}
else {
var valid51 = true;
}
if(valid51){
if(data129.from !== undefined){
let data132 = data129.from;
const _errs311 = errors;
if(errors === _errs311){
if(Array.isArray(data132)){
if(data132.length > 20000){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/signalOhm/from",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/signalOhm/properties/from/maxItems",keyword:"maxItems",params:{limit: 20000},message:"must NOT have more than 20000 items"}];
return false;
}
else {
var valid52 = true;
const len23 = data132.length;
for(let i15=0; i15<len23; i15++){
let data133 = data132[i15];
const _errs313 = errors;
if(errors === _errs313){
if(typeof data133 === "string"){
if(!pattern4.test(data133)){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/signalOhm/from/" + i15,schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/signalOhm/properties/from/items/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/signalOhm/from/" + i15,schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/signalOhm/properties/from/items/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid52 = _errs313 === errors;
if(!valid52){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/signalOhm/from",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/signalOhm/properties/from/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid51 = _errs311 === errors;
}
else {
var valid51 = true;
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/signalOhm",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/signalOhm/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid50 = _errs305 === errors;
}
else {
var valid50 = true;
}
if(valid50){
if(data126.groundOhm !== undefined){
let data134 = data126.groundOhm;
const _errs315 = errors;
if(errors === _errs315){
if(data134 && typeof data134 == "object" && !Array.isArray(data134)){
let missing23;
if((((data134.value === undefined) && (missing23 = "value")) || ((data134.basis === undefined) && (missing23 = "basis"))) || ((data134.from === undefined) && (missing23 = "from"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOhm",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOhm/required",keyword:"required",params:{missingProperty: missing23},message:"must have required property '"+missing23+"'"}];
return false;
}
else {
const _errs317 = errors;
for(const key23 in data134){
if(!(((key23 === "value") || (key23 === "basis")) || (key23 === "from"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOhm",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOhm/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key23},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs317 === errors){
if(data134.value !== undefined){
let data135 = data134.value;
const _errs318 = errors;
if(errors === _errs318){
if((typeof data135 == "number") && (isFinite(data135))){
if(data135 < 0 || isNaN(data135)){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOhm/value",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOhm/properties/value/minimum",keyword:"minimum",params:{comparison: ">=", limit: 0},message:"must be >= 0"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOhm/value",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOhm/properties/value/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
}
var valid53 = _errs318 === errors;
}
else {
var valid53 = true;
}
if(valid53){
if(data134.basis !== undefined){
let data136 = data134.basis;
const _errs320 = errors;
if(!((data136 === "assumed") || (data136 === "measured"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOhm/basis",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOhm/properties/basis/enum",keyword:"enum",params:{allowedValues: schema31.properties.channels.items.properties.reads.items.properties.wire.properties.groundOhm.properties.basis.enum},message:"must be equal to one of the allowed values"}];
return false;
}
var valid53 = _errs320 === errors;
}
else {
var valid53 = true;
}
if(valid53){
if(data134.from !== undefined){
let data137 = data134.from;
const _errs321 = errors;
if(errors === _errs321){
if(Array.isArray(data137)){
if(data137.length > 20000){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOhm/from",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOhm/properties/from/maxItems",keyword:"maxItems",params:{limit: 20000},message:"must NOT have more than 20000 items"}];
return false;
}
else {
var valid54 = true;
const len24 = data137.length;
for(let i16=0; i16<len24; i16++){
let data138 = data137[i16];
const _errs323 = errors;
if(errors === _errs323){
if(typeof data138 === "string"){
if(!pattern4.test(data138)){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOhm/from/" + i16,schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOhm/properties/from/items/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOhm/from/" + i16,schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOhm/properties/from/items/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid54 = _errs323 === errors;
if(!valid54){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOhm/from",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOhm/properties/from/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid53 = _errs321 === errors;
}
else {
var valid53 = true;
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOhm",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOhm/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid50 = _errs315 === errors;
}
else {
var valid50 = true;
}
if(valid50){
if(data126.groundOffsetV !== undefined){
let data139 = data126.groundOffsetV;
const _errs325 = errors;
if(errors === _errs325){
if(data139 && typeof data139 == "object" && !Array.isArray(data139)){
let missing24;
if((((data139.value === undefined) && (missing24 = "value")) || ((data139.basis === undefined) && (missing24 = "basis"))) || ((data139.from === undefined) && (missing24 = "from"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOffsetV",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOffsetV/required",keyword:"required",params:{missingProperty: missing24},message:"must have required property '"+missing24+"'"}];
return false;
}
else {
const _errs327 = errors;
for(const key24 in data139){
if(!(((key24 === "value") || (key24 === "basis")) || (key24 === "from"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOffsetV",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOffsetV/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key24},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs327 === errors){
if(data139.value !== undefined){
let data140 = data139.value;
const _errs328 = errors;
if(!((typeof data140 == "number") && (isFinite(data140)))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOffsetV/value",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOffsetV/properties/value/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
var valid55 = _errs328 === errors;
}
else {
var valid55 = true;
}
if(valid55){
if(data139.basis !== undefined){
let data141 = data139.basis;
const _errs330 = errors;
if(!((data141 === "assumed") || (data141 === "measured"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOffsetV/basis",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOffsetV/properties/basis/enum",keyword:"enum",params:{allowedValues: schema31.properties.channels.items.properties.reads.items.properties.wire.properties.groundOffsetV.properties.basis.enum},message:"must be equal to one of the allowed values"}];
return false;
}
var valid55 = _errs330 === errors;
}
else {
var valid55 = true;
}
if(valid55){
if(data139.from !== undefined){
let data142 = data139.from;
const _errs331 = errors;
if(errors === _errs331){
if(Array.isArray(data142)){
if(data142.length > 20000){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOffsetV/from",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOffsetV/properties/from/maxItems",keyword:"maxItems",params:{limit: 20000},message:"must NOT have more than 20000 items"}];
return false;
}
else {
var valid56 = true;
const len25 = data142.length;
for(let i17=0; i17<len25; i17++){
let data143 = data142[i17];
const _errs333 = errors;
if(errors === _errs333){
if(typeof data143 === "string"){
if(!pattern4.test(data143)){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOffsetV/from/" + i17,schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOffsetV/properties/from/items/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOffsetV/from/" + i17,schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOffsetV/properties/from/items/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid56 = _errs333 === errors;
if(!valid56){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOffsetV/from",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOffsetV/properties/from/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid55 = _errs331 === errors;
}
else {
var valid55 = true;
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire/groundOffsetV",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/properties/groundOffsetV/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid50 = _errs325 === errors;
}
else {
var valid50 = true;
}
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/wire",schemaPath:"#/properties/channels/items/properties/reads/items/properties/wire/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid48 = _errs298 === errors;
}
else {
var valid48 = true;
}
if(valid48){
if(data120.face !== undefined){
let data144 = data120.face;
const _errs335 = errors;
if(errors === _errs335){
if(data144 && typeof data144 == "object" && !Array.isArray(data144)){
let missing25;
if(((data144.name === undefined) && (missing25 = "name")) || ((data144.decimals === undefined) && (missing25 = "decimals"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/face",schemaPath:"#/properties/channels/items/properties/reads/items/properties/face/required",keyword:"required",params:{missingProperty: missing25},message:"must have required property '"+missing25+"'"}];
return false;
}
else {
const _errs337 = errors;
for(const key25 in data144){
if(!((key25 === "name") || (key25 === "decimals"))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/face",schemaPath:"#/properties/channels/items/properties/reads/items/properties/face/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key25},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs337 === errors){
if(data144.name !== undefined){
let data145 = data144.name;
const _errs338 = errors;
if(errors === _errs338){
if(typeof data145 === "string"){
if(data145.length > 2000){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/face/name",schemaPath:"#/properties/channels/items/properties/reads/items/properties/face/properties/name/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/face/name",schemaPath:"#/properties/channels/items/properties/reads/items/properties/face/properties/name/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid57 = _errs338 === errors;
}
else {
var valid57 = true;
}
if(valid57){
if(data144.decimals !== undefined){
let data146 = data144.decimals;
const _errs340 = errors;
if(!(((typeof data146 == "number") && (!(data146 % 1) && !isNaN(data146))) && (isFinite(data146)))){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/face/decimals",schemaPath:"#/properties/channels/items/properties/reads/items/properties/face/properties/decimals/type",keyword:"type",params:{type: "integer"},message:"must be integer"}];
return false;
}
if(errors === _errs340){
if((typeof data146 == "number") && (isFinite(data146))){
if(data146 > 6 || isNaN(data146)){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/face/decimals",schemaPath:"#/properties/channels/items/properties/reads/items/properties/face/properties/decimals/maximum",keyword:"maximum",params:{comparison: "<=", limit: 6},message:"must be <= 6"}];
return false;
}
else {
if(data146 < 0 || isNaN(data146)){
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/face/decimals",schemaPath:"#/properties/channels/items/properties/reads/items/properties/face/properties/decimals/minimum",keyword:"minimum",params:{comparison: ">=", limit: 0},message:"must be >= 0"}];
return false;
}
}
}
}
var valid57 = _errs340 === errors;
}
else {
var valid57 = true;
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14+"/face",schemaPath:"#/properties/channels/items/properties/reads/items/properties/face/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid48 = _errs335 === errors;
}
else {
var valid48 = true;
}
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads/" + i14,schemaPath:"#/properties/channels/items/properties/reads/items/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid47 = _errs285 === errors;
if(!valid47){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12+"/reads",schemaPath:"#/properties/channels/items/properties/reads/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid42 = _errs283 === errors;
}
else {
var valid42 = true;
}
}
}
}
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels/" + i12,schemaPath:"#/properties/channels/items/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid41 = _errs250 === errors;
if(!valid41){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/channels",schemaPath:"#/properties/channels/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid0 = _errs248 === errors;
}
else {
var valid0 = true;
}
if(valid0){
if(data.measurements !== undefined){
let data147 = data.measurements;
const _errs342 = errors;
if(errors === _errs342){
if(Array.isArray(data147)){
if(data147.length > 20000){
validate20.errors = [{instancePath:instancePath+"/measurements",schemaPath:"#/properties/measurements/maxItems",keyword:"maxItems",params:{limit: 20000},message:"must NOT have more than 20000 items"}];
return false;
}
else {
var valid58 = true;
const len26 = data147.length;
for(let i18=0; i18<len26; i18++){
let data148 = data147[i18];
const _errs344 = errors;
if(errors === _errs344){
if(data148 && typeof data148 == "object" && !Array.isArray(data148)){
let missing26;
if(((((((((data148.id === undefined) && (missing26 = "id")) || ((data148.at === undefined) && (missing26 = "at"))) || ((data148.by === undefined) && (missing26 = "by"))) || ((data148.about === undefined) && (missing26 = "about"))) || ((data148.method === undefined) && (missing26 = "method"))) || ((data148.readings === undefined) && (missing26 = "readings"))) || ((data148.note === undefined) && (missing26 = "note"))) || ((data148.struck === undefined) && (missing26 = "struck"))){
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18,schemaPath:"#/properties/measurements/items/required",keyword:"required",params:{missingProperty: missing26},message:"must have required property '"+missing26+"'"}];
return false;
}
else {
const _errs346 = errors;
for(const key26 in data148){
if(!((((((((key26 === "id") || (key26 === "at")) || (key26 === "by")) || (key26 === "about")) || (key26 === "method")) || (key26 === "readings")) || (key26 === "note")) || (key26 === "struck"))){
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18,schemaPath:"#/properties/measurements/items/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key26},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs346 === errors){
if(data148.id !== undefined){
let data149 = data148.id;
const _errs347 = errors;
if(errors === _errs347){
if(typeof data149 === "string"){
if(!pattern4.test(data149)){
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/id",schemaPath:"#/properties/measurements/items/properties/id/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/id",schemaPath:"#/properties/measurements/items/properties/id/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid59 = _errs347 === errors;
}
else {
var valid59 = true;
}
if(valid59){
if(data148.at !== undefined){
let data150 = data148.at;
const _errs349 = errors;
if(errors === _errs349){
if(typeof data150 === "string"){
if(!pattern5.test(data150)){
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/at",schemaPath:"#/properties/measurements/items/properties/at/pattern",keyword:"pattern",params:{pattern: "^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"},message:"must match pattern \""+"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/at",schemaPath:"#/properties/measurements/items/properties/at/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid59 = _errs349 === errors;
}
else {
var valid59 = true;
}
if(valid59){
if(data148.by !== undefined){
let data151 = data148.by;
const _errs351 = errors;
if(errors === _errs351){
if(typeof data151 === "string"){
if(data151.length > 2000){
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/by",schemaPath:"#/properties/measurements/items/properties/by/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/by",schemaPath:"#/properties/measurements/items/properties/by/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid59 = _errs351 === errors;
}
else {
var valid59 = true;
}
if(valid59){
if(data148.about !== undefined){
let data152 = data148.about;
const _errs353 = errors;
const _errs354 = errors;
let valid60 = false;
let passing0 = null;
const _errs355 = errors;
if(errors === _errs355){
if(data152 && typeof data152 == "object" && !Array.isArray(data152)){
let missing27;
if(((data152.kind === undefined) && (missing27 = "kind")) || ((data152.element === undefined) && (missing27 = "element"))){
const err88 = {instancePath:instancePath+"/measurements/" + i18+"/about",schemaPath:"#/properties/measurements/items/properties/about/oneOf/0/required",keyword:"required",params:{missingProperty: missing27},message:"must have required property '"+missing27+"'"};
if(vErrors === null){
vErrors = [err88];
}
else {
vErrors.push(err88);
}
errors++;
}
else {
const _errs357 = errors;
for(const key27 in data152){
if(!((key27 === "kind") || (key27 === "element"))){
const err89 = {instancePath:instancePath+"/measurements/" + i18+"/about",schemaPath:"#/properties/measurements/items/properties/about/oneOf/0/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key27},message:"must NOT have additional properties"};
if(vErrors === null){
vErrors = [err89];
}
else {
vErrors.push(err89);
}
errors++;
break;
}
}
if(_errs357 === errors){
if(data152.kind !== undefined){
const _errs358 = errors;
if("point" !== data152.kind){
const err90 = {instancePath:instancePath+"/measurements/" + i18+"/about/kind",schemaPath:"#/properties/measurements/items/properties/about/oneOf/0/properties/kind/const",keyword:"const",params:{allowedValue: "point"},message:"must be equal to constant"};
if(vErrors === null){
vErrors = [err90];
}
else {
vErrors.push(err90);
}
errors++;
}
var valid61 = _errs358 === errors;
}
else {
var valid61 = true;
}
if(valid61){
if(data152.element !== undefined){
let data154 = data152.element;
const _errs359 = errors;
if(errors === _errs359){
if(typeof data154 === "string"){
if(!pattern4.test(data154)){
const err91 = {instancePath:instancePath+"/measurements/" + i18+"/about/element",schemaPath:"#/properties/measurements/items/properties/about/oneOf/0/properties/element/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""};
if(vErrors === null){
vErrors = [err91];
}
else {
vErrors.push(err91);
}
errors++;
}
}
else {
const err92 = {instancePath:instancePath+"/measurements/" + i18+"/about/element",schemaPath:"#/properties/measurements/items/properties/about/oneOf/0/properties/element/type",keyword:"type",params:{type: "string"},message:"must be string"};
if(vErrors === null){
vErrors = [err92];
}
else {
vErrors.push(err92);
}
errors++;
}
}
var valid61 = _errs359 === errors;
}
else {
var valid61 = true;
}
}
}
}
}
else {
const err93 = {instancePath:instancePath+"/measurements/" + i18+"/about",schemaPath:"#/properties/measurements/items/properties/about/oneOf/0/type",keyword:"type",params:{type: "object"},message:"must be object"};
if(vErrors === null){
vErrors = [err93];
}
else {
vErrors.push(err93);
}
errors++;
}
}
var _valid10 = _errs355 === errors;
if(_valid10){
valid60 = true;
passing0 = 0;
var props3 = true;
}
const _errs361 = errors;
if(errors === _errs361){
if(data152 && typeof data152 == "object" && !Array.isArray(data152)){
let missing28;
if(((data152.kind === undefined) && (missing28 = "kind")) || ((data152.read === undefined) && (missing28 = "read"))){
const err94 = {instancePath:instancePath+"/measurements/" + i18+"/about",schemaPath:"#/properties/measurements/items/properties/about/oneOf/1/required",keyword:"required",params:{missingProperty: missing28},message:"must have required property '"+missing28+"'"};
if(vErrors === null){
vErrors = [err94];
}
else {
vErrors.push(err94);
}
errors++;
}
else {
const _errs363 = errors;
for(const key28 in data152){
if(!((key28 === "kind") || (key28 === "read"))){
const err95 = {instancePath:instancePath+"/measurements/" + i18+"/about",schemaPath:"#/properties/measurements/items/properties/about/oneOf/1/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key28},message:"must NOT have additional properties"};
if(vErrors === null){
vErrors = [err95];
}
else {
vErrors.push(err95);
}
errors++;
break;
}
}
if(_errs363 === errors){
if(data152.kind !== undefined){
const _errs364 = errors;
if("keyOn" !== data152.kind){
const err96 = {instancePath:instancePath+"/measurements/" + i18+"/about/kind",schemaPath:"#/properties/measurements/items/properties/about/oneOf/1/properties/kind/const",keyword:"const",params:{allowedValue: "keyOn"},message:"must be equal to constant"};
if(vErrors === null){
vErrors = [err96];
}
else {
vErrors.push(err96);
}
errors++;
}
var valid62 = _errs364 === errors;
}
else {
var valid62 = true;
}
if(valid62){
if(data152.read !== undefined){
let data156 = data152.read;
const _errs365 = errors;
if(errors === _errs365){
if(typeof data156 === "string"){
if(!pattern4.test(data156)){
const err97 = {instancePath:instancePath+"/measurements/" + i18+"/about/read",schemaPath:"#/properties/measurements/items/properties/about/oneOf/1/properties/read/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""};
if(vErrors === null){
vErrors = [err97];
}
else {
vErrors.push(err97);
}
errors++;
}
}
else {
const err98 = {instancePath:instancePath+"/measurements/" + i18+"/about/read",schemaPath:"#/properties/measurements/items/properties/about/oneOf/1/properties/read/type",keyword:"type",params:{type: "string"},message:"must be string"};
if(vErrors === null){
vErrors = [err98];
}
else {
vErrors.push(err98);
}
errors++;
}
}
var valid62 = _errs365 === errors;
}
else {
var valid62 = true;
}
}
}
}
}
else {
const err99 = {instancePath:instancePath+"/measurements/" + i18+"/about",schemaPath:"#/properties/measurements/items/properties/about/oneOf/1/type",keyword:"type",params:{type: "object"},message:"must be object"};
if(vErrors === null){
vErrors = [err99];
}
else {
vErrors.push(err99);
}
errors++;
}
}
var _valid10 = _errs361 === errors;
if(_valid10 && valid60){
valid60 = false;
passing0 = [passing0, 1];
}
else {
if(_valid10){
valid60 = true;
passing0 = 1;
if(props3 !== true){
props3 = true;
}
}
const _errs367 = errors;
if(errors === _errs367){
if(data152 && typeof data152 == "object" && !Array.isArray(data152)){
let missing29;
if(((data152.kind === undefined) && (missing29 = "kind")) || ((data152.input === undefined) && (missing29 = "input"))){
const err100 = {instancePath:instancePath+"/measurements/" + i18+"/about",schemaPath:"#/properties/measurements/items/properties/about/oneOf/2/required",keyword:"required",params:{missingProperty: missing29},message:"must have required property '"+missing29+"'"};
if(vErrors === null){
vErrors = [err100];
}
else {
vErrors.push(err100);
}
errors++;
}
else {
const _errs369 = errors;
for(const key29 in data152){
if(!((key29 === "kind") || (key29 === "input"))){
const err101 = {instancePath:instancePath+"/measurements/" + i18+"/about",schemaPath:"#/properties/measurements/items/properties/about/oneOf/2/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key29},message:"must NOT have additional properties"};
if(vErrors === null){
vErrors = [err101];
}
else {
vErrors.push(err101);
}
errors++;
break;
}
}
if(_errs369 === errors){
if(data152.kind !== undefined){
const _errs370 = errors;
if("input" !== data152.kind){
const err102 = {instancePath:instancePath+"/measurements/" + i18+"/about/kind",schemaPath:"#/properties/measurements/items/properties/about/oneOf/2/properties/kind/const",keyword:"const",params:{allowedValue: "input"},message:"must be equal to constant"};
if(vErrors === null){
vErrors = [err102];
}
else {
vErrors.push(err102);
}
errors++;
}
var valid63 = _errs370 === errors;
}
else {
var valid63 = true;
}
if(valid63){
if(data152.input !== undefined){
let data158 = data152.input;
const _errs371 = errors;
if(errors === _errs371){
if(typeof data158 === "string"){
if(!pattern4.test(data158)){
const err103 = {instancePath:instancePath+"/measurements/" + i18+"/about/input",schemaPath:"#/properties/measurements/items/properties/about/oneOf/2/properties/input/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""};
if(vErrors === null){
vErrors = [err103];
}
else {
vErrors.push(err103);
}
errors++;
}
}
else {
const err104 = {instancePath:instancePath+"/measurements/" + i18+"/about/input",schemaPath:"#/properties/measurements/items/properties/about/oneOf/2/properties/input/type",keyword:"type",params:{type: "string"},message:"must be string"};
if(vErrors === null){
vErrors = [err104];
}
else {
vErrors.push(err104);
}
errors++;
}
}
var valid63 = _errs371 === errors;
}
else {
var valid63 = true;
}
}
}
}
}
else {
const err105 = {instancePath:instancePath+"/measurements/" + i18+"/about",schemaPath:"#/properties/measurements/items/properties/about/oneOf/2/type",keyword:"type",params:{type: "object"},message:"must be object"};
if(vErrors === null){
vErrors = [err105];
}
else {
vErrors.push(err105);
}
errors++;
}
}
var _valid10 = _errs367 === errors;
if(_valid10 && valid60){
valid60 = false;
passing0 = [passing0, 2];
}
else {
if(_valid10){
valid60 = true;
passing0 = 2;
if(props3 !== true){
props3 = true;
}
}
}
}
if(!valid60){
const err106 = {instancePath:instancePath+"/measurements/" + i18+"/about",schemaPath:"#/properties/measurements/items/properties/about/oneOf",keyword:"oneOf",params:{passingSchemas: passing0},message:"must match exactly one schema in oneOf"};
if(vErrors === null){
vErrors = [err106];
}
else {
vErrors.push(err106);
}
errors++;
validate20.errors = vErrors;
return false;
}
else {
errors = _errs354;
if(vErrors !== null){
if(_errs354){
vErrors.length = _errs354;
}
else {
vErrors = null;
}
}
}
var valid59 = _errs353 === errors;
}
else {
var valid59 = true;
}
if(valid59){
if(data148.method !== undefined){
let data159 = data148.method;
const _errs373 = errors;
if(errors === _errs373){
if(typeof data159 === "string"){
if(data159.length > 60){
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/method",schemaPath:"#/properties/measurements/items/properties/method/maxLength",keyword:"maxLength",params:{limit: 60},message:"must NOT have more than 60 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/method",schemaPath:"#/properties/measurements/items/properties/method/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid59 = _errs373 === errors;
}
else {
var valid59 = true;
}
if(valid59){
if(data148.readings !== undefined){
let data160 = data148.readings;
const _errs375 = errors;
if(errors === _errs375){
if(Array.isArray(data160)){
if(data160.length > 16){
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/readings",schemaPath:"#/properties/measurements/items/properties/readings/maxItems",keyword:"maxItems",params:{limit: 16},message:"must NOT have more than 16 items"}];
return false;
}
else {
var valid64 = true;
const len27 = data160.length;
for(let i19=0; i19<len27; i19++){
let data161 = data160[i19];
const _errs377 = errors;
if(errors === _errs377){
if(data161 && typeof data161 == "object" && !Array.isArray(data161)){
let missing30;
if((((((data161.role === undefined) && (missing30 = "role")) || ((data161.typed === undefined) && (missing30 = "typed"))) || ((data161.unit === undefined) && (missing30 = "unit"))) || ((data161.value === undefined) && (missing30 = "value"))) || ((data161.instrument === undefined) && (missing30 = "instrument"))){
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/readings/" + i19,schemaPath:"#/properties/measurements/items/properties/readings/items/required",keyword:"required",params:{missingProperty: missing30},message:"must have required property '"+missing30+"'"}];
return false;
}
else {
const _errs379 = errors;
for(const key30 in data161){
if(!(((((key30 === "role") || (key30 === "typed")) || (key30 === "unit")) || (key30 === "value")) || (key30 === "instrument"))){
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/readings/" + i19,schemaPath:"#/properties/measurements/items/properties/readings/items/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key30},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs379 === errors){
if(data161.role !== undefined){
let data162 = data161.role;
const _errs380 = errors;
if(!((((((data162 === "truth") || (data162 === "signal")) || (data162 === "altitude")) || (data162 === "pressure")) || (data162 === "shown")) || (data162 === "pinV"))){
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/readings/" + i19+"/role",schemaPath:"#/properties/measurements/items/properties/readings/items/properties/role/enum",keyword:"enum",params:{allowedValues: schema31.properties.measurements.items.properties.readings.items.properties.role.enum},message:"must be equal to one of the allowed values"}];
return false;
}
var valid65 = _errs380 === errors;
}
else {
var valid65 = true;
}
if(valid65){
if(data161.typed !== undefined){
let data163 = data161.typed;
const _errs381 = errors;
if(errors === _errs381){
if(typeof data163 === "string"){
if(data163.length > 80){
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/readings/" + i19+"/typed",schemaPath:"#/properties/measurements/items/properties/readings/items/properties/typed/maxLength",keyword:"maxLength",params:{limit: 80},message:"must NOT have more than 80 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/readings/" + i19+"/typed",schemaPath:"#/properties/measurements/items/properties/readings/items/properties/typed/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid65 = _errs381 === errors;
}
else {
var valid65 = true;
}
if(valid65){
if(data161.unit !== undefined){
let data164 = data161.unit;
const _errs383 = errors;
if(errors === _errs383){
if(typeof data164 === "string"){
if(data164.length > 20){
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/readings/" + i19+"/unit",schemaPath:"#/properties/measurements/items/properties/readings/items/properties/unit/maxLength",keyword:"maxLength",params:{limit: 20},message:"must NOT have more than 20 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/readings/" + i19+"/unit",schemaPath:"#/properties/measurements/items/properties/readings/items/properties/unit/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid65 = _errs383 === errors;
}
else {
var valid65 = true;
}
if(valid65){
if(data161.value !== undefined){
let data165 = data161.value;
const _errs385 = errors;
if(!((typeof data165 == "number") && (isFinite(data165)))){
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/readings/" + i19+"/value",schemaPath:"#/properties/measurements/items/properties/readings/items/properties/value/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
var valid65 = _errs385 === errors;
}
else {
var valid65 = true;
}
if(valid65){
if(data161.instrument !== undefined){
let data166 = data161.instrument;
const _errs387 = errors;
const _errs388 = errors;
let valid66 = false;
const _errs389 = errors;
if(errors === _errs389){
if(typeof data166 === "string"){
if(!pattern4.test(data166)){
const err107 = {instancePath:instancePath+"/measurements/" + i18+"/readings/" + i19+"/instrument",schemaPath:"#/properties/measurements/items/properties/readings/items/properties/instrument/anyOf/0/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""};
if(vErrors === null){
vErrors = [err107];
}
else {
vErrors.push(err107);
}
errors++;
}
}
else {
const err108 = {instancePath:instancePath+"/measurements/" + i18+"/readings/" + i19+"/instrument",schemaPath:"#/properties/measurements/items/properties/readings/items/properties/instrument/anyOf/0/type",keyword:"type",params:{type: "string"},message:"must be string"};
if(vErrors === null){
vErrors = [err108];
}
else {
vErrors.push(err108);
}
errors++;
}
}
var _valid11 = _errs389 === errors;
valid66 = valid66 || _valid11;
const _errs391 = errors;
if(data166 !== null){
const err109 = {instancePath:instancePath+"/measurements/" + i18+"/readings/" + i19+"/instrument",schemaPath:"#/properties/measurements/items/properties/readings/items/properties/instrument/anyOf/1/type",keyword:"type",params:{type: "null"},message:"must be null"};
if(vErrors === null){
vErrors = [err109];
}
else {
vErrors.push(err109);
}
errors++;
}
var _valid11 = _errs391 === errors;
valid66 = valid66 || _valid11;
if(!valid66){
const err110 = {instancePath:instancePath+"/measurements/" + i18+"/readings/" + i19+"/instrument",schemaPath:"#/properties/measurements/items/properties/readings/items/properties/instrument/anyOf",keyword:"anyOf",params:{},message:"must match a schema in anyOf"};
if(vErrors === null){
vErrors = [err110];
}
else {
vErrors.push(err110);
}
errors++;
validate20.errors = vErrors;
return false;
}
else {
errors = _errs388;
if(vErrors !== null){
if(_errs388){
vErrors.length = _errs388;
}
else {
vErrors = null;
}
}
}
var valid65 = _errs387 === errors;
}
else {
var valid65 = true;
}
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/readings/" + i19,schemaPath:"#/properties/measurements/items/properties/readings/items/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid64 = _errs377 === errors;
if(!valid64){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/readings",schemaPath:"#/properties/measurements/items/properties/readings/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid59 = _errs375 === errors;
}
else {
var valid59 = true;
}
if(valid59){
if(data148.note !== undefined){
let data167 = data148.note;
const _errs393 = errors;
if(errors === _errs393){
if(typeof data167 === "string"){
if(data167.length > 2000){
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/note",schemaPath:"#/properties/measurements/items/properties/note/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18+"/note",schemaPath:"#/properties/measurements/items/properties/note/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid59 = _errs393 === errors;
}
else {
var valid59 = true;
}
if(valid59){
if(data148.struck !== undefined){
let data168 = data148.struck;
const _errs395 = errors;
const _errs396 = errors;
let valid67 = false;
const _errs397 = errors;
if(errors === _errs397){
if(data168 && typeof data168 == "object" && !Array.isArray(data168)){
let missing31;
if(((data168.at === undefined) && (missing31 = "at")) || ((data168.why === undefined) && (missing31 = "why"))){
const err111 = {instancePath:instancePath+"/measurements/" + i18+"/struck",schemaPath:"#/properties/measurements/items/properties/struck/anyOf/0/required",keyword:"required",params:{missingProperty: missing31},message:"must have required property '"+missing31+"'"};
if(vErrors === null){
vErrors = [err111];
}
else {
vErrors.push(err111);
}
errors++;
}
else {
const _errs399 = errors;
for(const key31 in data168){
if(!((key31 === "at") || (key31 === "why"))){
const err112 = {instancePath:instancePath+"/measurements/" + i18+"/struck",schemaPath:"#/properties/measurements/items/properties/struck/anyOf/0/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key31},message:"must NOT have additional properties"};
if(vErrors === null){
vErrors = [err112];
}
else {
vErrors.push(err112);
}
errors++;
break;
}
}
if(_errs399 === errors){
if(data168.at !== undefined){
let data169 = data168.at;
const _errs400 = errors;
if(errors === _errs400){
if(typeof data169 === "string"){
if(!pattern5.test(data169)){
const err113 = {instancePath:instancePath+"/measurements/" + i18+"/struck/at",schemaPath:"#/properties/measurements/items/properties/struck/anyOf/0/properties/at/pattern",keyword:"pattern",params:{pattern: "^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"},message:"must match pattern \""+"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"+"\""};
if(vErrors === null){
vErrors = [err113];
}
else {
vErrors.push(err113);
}
errors++;
}
}
else {
const err114 = {instancePath:instancePath+"/measurements/" + i18+"/struck/at",schemaPath:"#/properties/measurements/items/properties/struck/anyOf/0/properties/at/type",keyword:"type",params:{type: "string"},message:"must be string"};
if(vErrors === null){
vErrors = [err114];
}
else {
vErrors.push(err114);
}
errors++;
}
}
var valid68 = _errs400 === errors;
}
else {
var valid68 = true;
}
if(valid68){
if(data168.why !== undefined){
let data170 = data168.why;
const _errs402 = errors;
if(errors === _errs402){
if(typeof data170 === "string"){
if(data170.length > 2000){
const err115 = {instancePath:instancePath+"/measurements/" + i18+"/struck/why",schemaPath:"#/properties/measurements/items/properties/struck/anyOf/0/properties/why/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"};
if(vErrors === null){
vErrors = [err115];
}
else {
vErrors.push(err115);
}
errors++;
}
}
else {
const err116 = {instancePath:instancePath+"/measurements/" + i18+"/struck/why",schemaPath:"#/properties/measurements/items/properties/struck/anyOf/0/properties/why/type",keyword:"type",params:{type: "string"},message:"must be string"};
if(vErrors === null){
vErrors = [err116];
}
else {
vErrors.push(err116);
}
errors++;
}
}
var valid68 = _errs402 === errors;
}
else {
var valid68 = true;
}
}
}
}
}
else {
const err117 = {instancePath:instancePath+"/measurements/" + i18+"/struck",schemaPath:"#/properties/measurements/items/properties/struck/anyOf/0/type",keyword:"type",params:{type: "object"},message:"must be object"};
if(vErrors === null){
vErrors = [err117];
}
else {
vErrors.push(err117);
}
errors++;
}
}
var _valid12 = _errs397 === errors;
valid67 = valid67 || _valid12;
const _errs404 = errors;
if(data168 !== null){
const err118 = {instancePath:instancePath+"/measurements/" + i18+"/struck",schemaPath:"#/properties/measurements/items/properties/struck/anyOf/1/type",keyword:"type",params:{type: "null"},message:"must be null"};
if(vErrors === null){
vErrors = [err118];
}
else {
vErrors.push(err118);
}
errors++;
}
var _valid12 = _errs404 === errors;
valid67 = valid67 || _valid12;
if(!valid67){
const err119 = {instancePath:instancePath+"/measurements/" + i18+"/struck",schemaPath:"#/properties/measurements/items/properties/struck/anyOf",keyword:"anyOf",params:{},message:"must match a schema in anyOf"};
if(vErrors === null){
vErrors = [err119];
}
else {
vErrors.push(err119);
}
errors++;
validate20.errors = vErrors;
return false;
}
else {
errors = _errs396;
if(vErrors !== null){
if(_errs396){
vErrors.length = _errs396;
}
else {
vErrors = null;
}
}
}
var valid59 = _errs395 === errors;
}
else {
var valid59 = true;
}
}
}
}
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/measurements/" + i18,schemaPath:"#/properties/measurements/items/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid58 = _errs344 === errors;
if(!valid58){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/measurements",schemaPath:"#/properties/measurements/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid0 = _errs342 === errors;
}
else {
var valid0 = true;
}
if(valid0){
if(data.proofs !== undefined){
let data171 = data.proofs;
const _errs406 = errors;
if(errors === _errs406){
if(Array.isArray(data171)){
if(data171.length > 5000){
validate20.errors = [{instancePath:instancePath+"/proofs",schemaPath:"#/properties/proofs/maxItems",keyword:"maxItems",params:{limit: 5000},message:"must NOT have more than 5000 items"}];
return false;
}
else {
var valid69 = true;
const len28 = data171.length;
for(let i20=0; i20<len28; i20++){
let data172 = data171[i20];
const _errs408 = errors;
if(errors === _errs408){
if(data172 && typeof data172 == "object" && !Array.isArray(data172)){
let missing32;
if(((((((data172.id === undefined) && (missing32 = "id")) || ((data172.read === undefined) && (missing32 = "read"))) || ((data172.measurements === undefined) && (missing32 = "measurements"))) || ((data172.dependsOn === undefined) && (missing32 = "dependsOn"))) || ((data172.at === undefined) && (missing32 = "at"))) || ((data172.by === undefined) && (missing32 = "by"))){
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20,schemaPath:"#/properties/proofs/items/required",keyword:"required",params:{missingProperty: missing32},message:"must have required property '"+missing32+"'"}];
return false;
}
else {
const _errs410 = errors;
for(const key32 in data172){
if(!((((((key32 === "id") || (key32 === "read")) || (key32 === "measurements")) || (key32 === "dependsOn")) || (key32 === "at")) || (key32 === "by"))){
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20,schemaPath:"#/properties/proofs/items/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key32},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs410 === errors){
if(data172.id !== undefined){
let data173 = data172.id;
const _errs411 = errors;
if(errors === _errs411){
if(typeof data173 === "string"){
if(!pattern4.test(data173)){
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20+"/id",schemaPath:"#/properties/proofs/items/properties/id/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20+"/id",schemaPath:"#/properties/proofs/items/properties/id/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid70 = _errs411 === errors;
}
else {
var valid70 = true;
}
if(valid70){
if(data172.read !== undefined){
let data174 = data172.read;
const _errs413 = errors;
if(errors === _errs413){
if(typeof data174 === "string"){
if(!pattern4.test(data174)){
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20+"/read",schemaPath:"#/properties/proofs/items/properties/read/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20+"/read",schemaPath:"#/properties/proofs/items/properties/read/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid70 = _errs413 === errors;
}
else {
var valid70 = true;
}
if(valid70){
if(data172.measurements !== undefined){
let data175 = data172.measurements;
const _errs415 = errors;
if(errors === _errs415){
if(Array.isArray(data175)){
if(data175.length > 20000){
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20+"/measurements",schemaPath:"#/properties/proofs/items/properties/measurements/maxItems",keyword:"maxItems",params:{limit: 20000},message:"must NOT have more than 20000 items"}];
return false;
}
else {
var valid71 = true;
const len29 = data175.length;
for(let i21=0; i21<len29; i21++){
let data176 = data175[i21];
const _errs417 = errors;
if(errors === _errs417){
if(typeof data176 === "string"){
if(!pattern4.test(data176)){
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20+"/measurements/" + i21,schemaPath:"#/properties/proofs/items/properties/measurements/items/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20+"/measurements/" + i21,schemaPath:"#/properties/proofs/items/properties/measurements/items/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid71 = _errs417 === errors;
if(!valid71){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20+"/measurements",schemaPath:"#/properties/proofs/items/properties/measurements/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid70 = _errs415 === errors;
}
else {
var valid70 = true;
}
if(valid70){
if(data172.dependsOn !== undefined){
let data177 = data172.dependsOn;
const _errs419 = errors;
if(errors === _errs419){
if(typeof data177 === "string"){
if(!pattern35.test(data177)){
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20+"/dependsOn",schemaPath:"#/properties/proofs/items/properties/dependsOn/pattern",keyword:"pattern",params:{pattern: "^[0-9a-f]{64}$"},message:"must match pattern \""+"^[0-9a-f]{64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20+"/dependsOn",schemaPath:"#/properties/proofs/items/properties/dependsOn/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid70 = _errs419 === errors;
}
else {
var valid70 = true;
}
if(valid70){
if(data172.at !== undefined){
let data178 = data172.at;
const _errs421 = errors;
if(errors === _errs421){
if(typeof data178 === "string"){
if(!pattern5.test(data178)){
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20+"/at",schemaPath:"#/properties/proofs/items/properties/at/pattern",keyword:"pattern",params:{pattern: "^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"},message:"must match pattern \""+"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20+"/at",schemaPath:"#/properties/proofs/items/properties/at/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid70 = _errs421 === errors;
}
else {
var valid70 = true;
}
if(valid70){
if(data172.by !== undefined){
let data179 = data172.by;
const _errs423 = errors;
if(errors === _errs423){
if(typeof data179 === "string"){
if(data179.length > 2000){
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20+"/by",schemaPath:"#/properties/proofs/items/properties/by/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20+"/by",schemaPath:"#/properties/proofs/items/properties/by/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid70 = _errs423 === errors;
}
else {
var valid70 = true;
}
}
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/proofs/" + i20,schemaPath:"#/properties/proofs/items/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid69 = _errs408 === errors;
if(!valid69){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/proofs",schemaPath:"#/properties/proofs/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid0 = _errs406 === errors;
}
else {
var valid0 = true;
}
if(valid0){
if(data.changes !== undefined){
let data180 = data.changes;
const _errs425 = errors;
if(errors === _errs425){
if(Array.isArray(data180)){
if(data180.length > 100000){
validate20.errors = [{instancePath:instancePath+"/changes",schemaPath:"#/properties/changes/maxItems",keyword:"maxItems",params:{limit: 100000},message:"must NOT have more than 100000 items"}];
return false;
}
else {
var valid72 = true;
const len30 = data180.length;
for(let i22=0; i22<len30; i22++){
let data181 = data180[i22];
const _errs427 = errors;
if(errors === _errs427){
if(data181 && typeof data181 == "object" && !Array.isArray(data181)){
let missing33;
if(((((((data181.id === undefined) && (missing33 = "id")) || ((data181.at === undefined) && (missing33 = "at"))) || ((data181.by === undefined) && (missing33 = "by"))) || ((data181.kind === undefined) && (missing33 = "kind"))) || ((data181.args === undefined) && (missing33 = "args"))) || ((data181.edits === undefined) && (missing33 = "edits"))){
validate20.errors = [{instancePath:instancePath+"/changes/" + i22,schemaPath:"#/properties/changes/items/required",keyword:"required",params:{missingProperty: missing33},message:"must have required property '"+missing33+"'"}];
return false;
}
else {
const _errs429 = errors;
for(const key33 in data181){
if(!((((((key33 === "id") || (key33 === "at")) || (key33 === "by")) || (key33 === "kind")) || (key33 === "args")) || (key33 === "edits"))){
validate20.errors = [{instancePath:instancePath+"/changes/" + i22,schemaPath:"#/properties/changes/items/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key33},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs429 === errors){
if(data181.id !== undefined){
let data182 = data181.id;
const _errs430 = errors;
if(errors === _errs430){
if(typeof data182 === "string"){
if(!pattern4.test(data182)){
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/id",schemaPath:"#/properties/changes/items/properties/id/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/id",schemaPath:"#/properties/changes/items/properties/id/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid73 = _errs430 === errors;
}
else {
var valid73 = true;
}
if(valid73){
if(data181.at !== undefined){
let data183 = data181.at;
const _errs432 = errors;
if(errors === _errs432){
if(typeof data183 === "string"){
if(!pattern5.test(data183)){
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/at",schemaPath:"#/properties/changes/items/properties/at/pattern",keyword:"pattern",params:{pattern: "^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"},message:"must match pattern \""+"^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d(:\\d\\d(\\.\\d+)?)?(Z|[+-]\\d\\d:\\d\\d)$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/at",schemaPath:"#/properties/changes/items/properties/at/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid73 = _errs432 === errors;
}
else {
var valid73 = true;
}
if(valid73){
if(data181.by !== undefined){
let data184 = data181.by;
const _errs434 = errors;
if(errors === _errs434){
if(typeof data184 === "string"){
if(data184.length > 2000){
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/by",schemaPath:"#/properties/changes/items/properties/by/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/by",schemaPath:"#/properties/changes/items/properties/by/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid73 = _errs434 === errors;
}
else {
var valid73 = true;
}
if(valid73){
if(data181.kind !== undefined){
let data185 = data181.kind;
const _errs436 = errors;
if(errors === _errs436){
if(typeof data185 === "string"){
if(data185.length > 60){
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/kind",schemaPath:"#/properties/changes/items/properties/kind/maxLength",keyword:"maxLength",params:{limit: 60},message:"must NOT have more than 60 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/kind",schemaPath:"#/properties/changes/items/properties/kind/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid73 = _errs436 === errors;
}
else {
var valid73 = true;
}
if(valid73){
if(data181.edits !== undefined){
let data186 = data181.edits;
const _errs438 = errors;
if(errors === _errs438){
if(Array.isArray(data186)){
if(data186.length > 20000){
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/edits",schemaPath:"#/properties/changes/items/properties/edits/maxItems",keyword:"maxItems",params:{limit: 20000},message:"must NOT have more than 20000 items"}];
return false;
}
else {
var valid74 = true;
const len31 = data186.length;
for(let i23=0; i23<len31; i23++){
let data187 = data186[i23];
const _errs440 = errors;
if(errors === _errs440){
if(data187 && typeof data187 == "object" && !Array.isArray(data187)){
let missing34;
if(((data187.in === undefined) && (missing34 = "in")) || ((data187.id === undefined) && (missing34 = "id"))){
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/edits/" + i23,schemaPath:"#/properties/changes/items/properties/edits/items/required",keyword:"required",params:{missingProperty: missing34},message:"must have required property '"+missing34+"'"}];
return false;
}
else {
const _errs442 = errors;
for(const key34 in data187){
if(!((((((key34 === "in") || (key34 === "id")) || (key34 === "field")) || (key34 === "before")) || (key34 === "after")) || (key34 === "at"))){
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/edits/" + i23,schemaPath:"#/properties/changes/items/properties/edits/items/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key34},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs442 === errors){
if(data187.in !== undefined){
let data188 = data187.in;
const _errs443 = errors;
if(!((((((((data188 === "build") || (data188 === "instruments")) || (data188 === "devices")) || (data188 === "elements")) || (data188 === "channels")) || (data188 === "measurements")) || (data188 === "proofs")) || (data188 === "attachments"))){
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/edits/" + i23+"/in",schemaPath:"#/properties/changes/items/properties/edits/items/properties/in/enum",keyword:"enum",params:{allowedValues: schema31.properties.changes.items.properties.edits.items.properties.in.enum},message:"must be equal to one of the allowed values"}];
return false;
}
var valid75 = _errs443 === errors;
}
else {
var valid75 = true;
}
if(valid75){
if(data187.id !== undefined){
let data189 = data187.id;
const _errs444 = errors;
if(errors === _errs444){
if(typeof data189 === "string"){
if(!pattern4.test(data189)){
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/edits/" + i23+"/id",schemaPath:"#/properties/changes/items/properties/edits/items/properties/id/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/edits/" + i23+"/id",schemaPath:"#/properties/changes/items/properties/edits/items/properties/id/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid75 = _errs444 === errors;
}
else {
var valid75 = true;
}
if(valid75){
if(data187.field !== undefined){
let data190 = data187.field;
const _errs446 = errors;
if(errors === _errs446){
if(typeof data190 === "string"){
if(data190.length > 60){
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/edits/" + i23+"/field",schemaPath:"#/properties/changes/items/properties/edits/items/properties/field/maxLength",keyword:"maxLength",params:{limit: 60},message:"must NOT have more than 60 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/edits/" + i23+"/field",schemaPath:"#/properties/changes/items/properties/edits/items/properties/field/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid75 = _errs446 === errors;
}
else {
var valid75 = true;
}
if(valid75){
if(data187.at !== undefined){
let data191 = data187.at;
const _errs448 = errors;
if(!(((typeof data191 == "number") && (!(data191 % 1) && !isNaN(data191))) && (isFinite(data191)))){
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/edits/" + i23+"/at",schemaPath:"#/properties/changes/items/properties/edits/items/properties/at/type",keyword:"type",params:{type: "integer"},message:"must be integer"}];
return false;
}
if(errors === _errs448){
if((typeof data191 == "number") && (isFinite(data191))){
if(data191 < 0 || isNaN(data191)){
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/edits/" + i23+"/at",schemaPath:"#/properties/changes/items/properties/edits/items/properties/at/minimum",keyword:"minimum",params:{comparison: ">=", limit: 0},message:"must be >= 0"}];
return false;
}
}
}
var valid75 = _errs448 === errors;
}
else {
var valid75 = true;
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/edits/" + i23,schemaPath:"#/properties/changes/items/properties/edits/items/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid74 = _errs440 === errors;
if(!valid74){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/changes/" + i22+"/edits",schemaPath:"#/properties/changes/items/properties/edits/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid73 = _errs438 === errors;
}
else {
var valid73 = true;
}
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/changes/" + i22,schemaPath:"#/properties/changes/items/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid72 = _errs427 === errors;
if(!valid72){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/changes",schemaPath:"#/properties/changes/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid0 = _errs425 === errors;
}
else {
var valid0 = true;
}
if(valid0){
if(data.attachments !== undefined){
let data192 = data.attachments;
const _errs450 = errors;
if(errors === _errs450){
if(Array.isArray(data192)){
if(data192.length > 5000){
validate20.errors = [{instancePath:instancePath+"/attachments",schemaPath:"#/properties/attachments/maxItems",keyword:"maxItems",params:{limit: 5000},message:"must NOT have more than 5000 items"}];
return false;
}
else {
var valid76 = true;
const len32 = data192.length;
for(let i24=0; i24<len32; i24++){
let data193 = data192[i24];
const _errs452 = errors;
if(errors === _errs452){
if(data193 && typeof data193 == "object" && !Array.isArray(data193)){
let missing35;
if(((((data193.id === undefined) && (missing35 = "id")) || ((data193.sha256 === undefined) && (missing35 = "sha256"))) || ((data193.bytes === undefined) && (missing35 = "bytes"))) || ((data193.kind === undefined) && (missing35 = "kind"))){
validate20.errors = [{instancePath:instancePath+"/attachments/" + i24,schemaPath:"#/properties/attachments/items/required",keyword:"required",params:{missingProperty: missing35},message:"must have required property '"+missing35+"'"}];
return false;
}
else {
const _errs454 = errors;
for(const key35 in data193){
if(!((((key35 === "id") || (key35 === "sha256")) || (key35 === "bytes")) || (key35 === "kind"))){
validate20.errors = [{instancePath:instancePath+"/attachments/" + i24,schemaPath:"#/properties/attachments/items/additionalProperties",keyword:"additionalProperties",params:{additionalProperty: key35},message:"must NOT have additional properties"}];
return false;
break;
}
}
if(_errs454 === errors){
if(data193.id !== undefined){
let data194 = data193.id;
const _errs455 = errors;
if(errors === _errs455){
if(typeof data194 === "string"){
if(!pattern4.test(data194)){
validate20.errors = [{instancePath:instancePath+"/attachments/" + i24+"/id",schemaPath:"#/properties/attachments/items/properties/id/pattern",keyword:"pattern",params:{pattern: "^[A-Za-z0-9_-]{1,64}$"},message:"must match pattern \""+"^[A-Za-z0-9_-]{1,64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/attachments/" + i24+"/id",schemaPath:"#/properties/attachments/items/properties/id/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid77 = _errs455 === errors;
}
else {
var valid77 = true;
}
if(valid77){
if(data193.sha256 !== undefined){
let data195 = data193.sha256;
const _errs457 = errors;
if(errors === _errs457){
if(typeof data195 === "string"){
if(!pattern35.test(data195)){
validate20.errors = [{instancePath:instancePath+"/attachments/" + i24+"/sha256",schemaPath:"#/properties/attachments/items/properties/sha256/pattern",keyword:"pattern",params:{pattern: "^[0-9a-f]{64}$"},message:"must match pattern \""+"^[0-9a-f]{64}$"+"\""}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/attachments/" + i24+"/sha256",schemaPath:"#/properties/attachments/items/properties/sha256/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid77 = _errs457 === errors;
}
else {
var valid77 = true;
}
if(valid77){
if(data193.bytes !== undefined){
let data196 = data193.bytes;
const _errs459 = errors;
if(errors === _errs459){
if((typeof data196 == "number") && (isFinite(data196))){
if(data196 < 0 || isNaN(data196)){
validate20.errors = [{instancePath:instancePath+"/attachments/" + i24+"/bytes",schemaPath:"#/properties/attachments/items/properties/bytes/minimum",keyword:"minimum",params:{comparison: ">=", limit: 0},message:"must be >= 0"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/attachments/" + i24+"/bytes",schemaPath:"#/properties/attachments/items/properties/bytes/type",keyword:"type",params:{type: "number"},message:"must be number"}];
return false;
}
}
var valid77 = _errs459 === errors;
}
else {
var valid77 = true;
}
if(valid77){
if(data193.kind !== undefined){
let data197 = data193.kind;
const _errs461 = errors;
if(errors === _errs461){
if(typeof data197 === "string"){
if(data197.length > 2000){
validate20.errors = [{instancePath:instancePath+"/attachments/" + i24+"/kind",schemaPath:"#/properties/attachments/items/properties/kind/maxLength",keyword:"maxLength",params:{limit: 2000},message:"must NOT have more than 2000 characters"}];
return false;
}
}
else {
validate20.errors = [{instancePath:instancePath+"/attachments/" + i24+"/kind",schemaPath:"#/properties/attachments/items/properties/kind/type",keyword:"type",params:{type: "string"},message:"must be string"}];
return false;
}
}
var valid77 = _errs461 === errors;
}
else {
var valid77 = true;
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/attachments/" + i24,schemaPath:"#/properties/attachments/items/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
var valid76 = _errs452 === errors;
if(!valid76){
break;
}
}
}
}
else {
validate20.errors = [{instancePath:instancePath+"/attachments",schemaPath:"#/properties/attachments/type",keyword:"type",params:{type: "array"},message:"must be array"}];
return false;
}
}
var valid0 = _errs450 === errors;
}
else {
var valid0 = true;
}
}
}
}
}
}
}
}
}
}
}
}
}
}
}
}
}
}
else {
validate20.errors = [{instancePath,schemaPath:"#/type",keyword:"type",params:{type: "object"},message:"must be object"}];
return false;
}
}
validate20.errors = vErrors;
return errors === 0;
}
validate20.evaluated = {"props":true,"dynamicProps":false,"dynamicItems":false};

